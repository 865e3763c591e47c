import { Typography } from '@mui/material';
import { familyOrder } from '@plucky/core/pattern';
import { type Id, indexOf, type PlayedFeel, type SongDocument } from '@plucky/core/song';
import { figure } from '@plucky/core/time';
import { later } from '../../../shared/ui/later.tsx';
import { PatternSelect } from '../../../shared/ui/PatternSelect.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';

/** Fetched when it is first asked for: the charts weigh more than the rest of the panel. */
const FeelChart = later(async () => (await import('./FeelChart.tsx')).FeelChart);

/** The patterns whose feel can be laid on another: all others of the song that play something. */
export function feelSources(document: SongDocument, than: Id): ReturnType<typeof familyOrder> {
  const index = indexOf(document);
  return index.parts.flatMap(({ id }) => familyOrder(index, id)).filter(({ pattern }) => pattern.id !== than);
}

/** Which pattern's feel is laid on, with how it is played by place in the bar. */
export function FeelSource({
  sources,
  from,
  played,
  onChoose,
}: {
  sources: ReturnType<typeof familyOrder>;
  from: ReturnType<typeof familyOrder>[number] | undefined;
  played: PlayedFeel | null;
  onChoose: (pattern: Id) => void;
}) {
  if (!from || !played)
    return (
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft'), mb: 1 }}>
        There is no other pattern whose feel could be laid on this one.
      </Typography>
    );
  const most = (values: readonly number[]) => Math.max(0, ...values.map(Math.abs));
  const late = most(played.steps.map(({ ms }) => ms));
  const loud = most(played.steps.map(({ velocity }) => velocity));
  return (
    <>
      <PatternSelect
        fullWidth
        label="Of"
        patterns={sources}
        value={from.pattern.id}
        onChange={onChoose}
        sx={{ mb: 1 }}
      />
      <FeelChart played={played} />
      <Typography sx={{ fontSize: TEXT.fine, color: color('soft'), mb: 1 }}>
        Bars: louder or softer, up to {figure(loud)} %. Line: early or late, up to {figure(late)} ms.
      </Typography>
    </>
  );
}
