import { Box, ThemeProvider, Typography } from '@mui/material';
import { noteSchema } from '@plucky/core/song';
import { meter } from '@plucky/core/time';
import { type ReactNode, useMemo, useState } from 'react';
import { schemaResolver } from '../../shared/form/resolver.ts';
import { Amount } from '../../shared/ui/Amount.tsx';
import { Chart } from '../../shared/ui/Chart.tsx';
import { Choices } from '../../shared/ui/Choices.tsx';
import { columnsOf, DataTable } from '../../shared/ui/DataTable.tsx';
import { DraftField } from '../../shared/ui/DraftField.tsx';
import { Group } from '../../shared/ui/Group.tsx';
import { KeyCap } from '../../shared/ui/KeyCap.tsx';
import { LengthSelect } from '../../shared/ui/LengthSelect.tsx';
import { LongList } from '../../shared/ui/LongList.tsx';
import { MeterField } from '../../shared/ui/MeterField.tsx';
import { NameField } from '../../shared/ui/NameField.tsx';
import { NumberField } from '../../shared/ui/NumberField.tsx';
import { PickList } from '../../shared/ui/PickList.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { Select, wordOptions } from '../../shared/ui/Select.tsx';
import { SlowedAmount } from '../../shared/ui/SlowedAmount.tsx';
import { makeTheme } from '../../shared/ui/theme.ts';
import { color, type Mode, TEXT, TOKENS } from '../../shared/ui/tokens.ts';
import { VelocityAmount } from '../../shared/ui/VelocityAmount.tsx';

/** Every control of the kit, in both themes side by side; only there while one develops. */
export function Kitchen() {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(2, minmax(0, 1fr))',
        height: '100dvh',
        overflow: 'auto',
      }}
    >
      <Shelf mode="light" />
      <Shelf mode="dark" />
    </Box>
  );
}

function Shelf({ mode }: { mode: Mode }) {
  const theme = useMemo(() => makeTheme(mode), [mode]);
  const variables = Object.fromEntries(
    Object.entries(TOKENS[mode]).map(([name, value]) => [`--${name}`, value]),
  );
  return (
    <ThemeProvider theme={theme}>
      <Box
        component="section"
        aria-label={mode}
        sx={{ ...variables, p: 3, background: color('paper'), color: color('ink') }}
      >
        <Typography variant="h1">{mode}</Typography>
        <Chosen />
        <Typed />
        <Listed />
        <Written />
      </Box>
    </ThemeProvider>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box sx={{ my: 3 }}>
      <Typography variant="h3" sx={{ mb: 1.5 }}>
        {title}
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 360 }}>{children}</Box>
    </Box>
  );
}

const WORDS = ['kick', 'snare', 'hat'] as const;

function Chosen() {
  const [word, setWord] = useState<(typeof WORDS)[number]>('snare');
  const [length, setLength] = useState<number | null>(3840);
  const [of, setMeter] = useState(meter(7, 8));
  const [amount, setAmount] = useState(58);
  const [velocity, setVelocity] = useState(96);
  const [slowed, setSlowed] = useState(60);
  return (
    <Block title="Chosen">
      <Select label="Select" value={word} options={wordOptions(WORDS)} onChange={setWord} />
      <LengthSelect
        label="LengthSelect"
        lengths={[960, 1920, 3840]}
        value={length}
        meter={meter(4, 4)}
        none={{ label: 'nothing', choose: () => setLength(null) }}
        onChange={setLength}
      />
      <MeterField value={of} onChange={setMeter} />
      <Choices
        title="Choices"
        value={word}
        options={WORDS.map((value) => ({ value, label: value }))}
        onChange={setWord}
      />
      <Amount label="Amount" value={amount} min={50} max={75} text={`${amount} %`} onChange={setAmount} />
      <VelocityAmount label="VelocityAmount" value={velocity} onChange={setVelocity} />
      <SlowedAmount to={slowed} tempo={120} onChange={setSlowed} />
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        <QuietButton onClick={() => setAmount(50)}>QuietButton</QuietButton>
        <KeyCap>K</KeyCap>
      </Box>
    </Block>
  );
}

const NOTE = schemaResolver((z) => z.object({ number: noteSchema(z) }));

function Typed() {
  const [name, setName] = useState('Main groove');
  const [note, setNote] = useState(38);
  return (
    <Block title="Typed">
      <NameField value={name} label="NameField" onChange={setName} />
      <DraftField label="DraftField" value={name} most={24} onChange={setName} />
      <NumberField label="NumberField" value={note} rule={NOTE} onChange={setNote} />
    </Block>
  );
}

const ROWS = Array.from({ length: 6 }, (_, i) => ({
  id: String(i),
  name: `Region ${i + 1}`,
  hits: (i * 37) % 64,
}));
const { accessor, columns } = columnsOf<(typeof ROWS)[number]>();
const COLUMNS = columns([accessor('name', { header: 'Name' }), accessor('hits', { header: 'Hits' })]);

function Listed() {
  const [chosen, setChosen] = useState<string | null>('1');
  return (
    <Block title="Listed">
      <DataTable label="DataTable" columns={COLUMNS} data={ROWS} />
      <Group title="LongList of 10,000">
        <LongList
          label="LongList"
          count={10_000}
          height={24}
          sx={{ height: 120 }}
          line={(i) => `Line ${i + 1}`}
        />
      </Group>
      <PickList
        label="PickList"
        picks={ROWS.map(({ id, name }) => ({
          key: id,
          name,
          about: 'heard by keys, taken by Enter',
          picture: null,
        }))}
        chosen={chosen}
        onHear={setChosen}
        onTake={setChosen}
      />
      <Chart
        height={120}
        option={{
          animation: false,
          grid: { left: 0, right: 0, top: 8, bottom: 8 },
          xAxis: { type: 'value', show: false },
          yAxis: { type: 'value', show: false },
          series: {
            type: 'line',
            showSymbol: false,
            data: ROWS.map(({ hits }, i) => [i, hits]),
            lineStyle: { color: color('plum') },
          },
        }}
      />
    </Block>
  );
}

function Written() {
  return (
    <Block title="Written">
      {Object.entries(TEXT).map(([name, size]) => (
        <Box key={name} sx={{ fontSize: size }}>
          {name}, {size} px
        </Box>
      ))}
    </Block>
  );
}
