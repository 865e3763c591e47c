import { Box, Button, Typography } from '@mui/material';
import { phraseEnds, sectionMeter } from '@plucky/core/form';
import { placeDress, type PlannedEnd } from '@plucky/core/plan';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { barTicks, counted, figure, plural } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../transport/preview.ts';
import { type DressPlan, toggleDress, useDressing } from './dress-session.ts';
import { ToolPanel } from './ToolPanel.tsx';

/** The plan for the bare phrase ends: each is heard in its place, exchanged or left bare, and all are taken in one step. */
export function DressPanel({
  document,
  dress: { plan, dressed },
  onGoTo,
}: {
  document: SongDocument;
  dress: DressPlan;
  onGoTo: (end: PlannedEnd) => void;
}) {
  const edit = useEdit();
  const [heard, setHeard] = useState<string | null>(null);
  const { choices } = useDressing();
  const ends = useMemo(() => phraseEnds(document), [document]);
  const bare = ends.filter(({ isBare }) => isBare).length;
  const taken = plan.filter(({ option }) => option).length;
  const inHearing = plan.find(({ key }) => key === heard);
  const tried = useMemo(() => {
    if (!inHearing) return null;
    const section = indexOf(dressed).section(inHearing.section);
    const bar = section ? barTicks(sectionMeter(dressed, section)) : 0;
    const start = inHearing.inSong - (inHearing.option?.pattern.length ?? bar);
    return {
      document: dressed,
      scope: { kind: 'span' as const, from: Math.max(0, start - 2 * bar), to: inHearing.inSong + bar },
    };
  }, [dressed, inHearing]);
  usePreviewWhile(tried, {
    title: `Bar ${figure(inHearing?.bar ?? 0)} with the plan`,
    detail: `Two bars before, ${inHearing?.option?.pattern.name ?? 'as it is'}, the bar after`,
    playsAtOnce: true,
  });
  const take = () => {
    if (edit((now) => placeDress(now, plan))) toggleDress();
  };
  return (
    <ToolPanel
      name="Fill the gaps"
      title={`${bare} of ${counted(ends.length, 'phrase')} ${plural(bare, 'has', 'have')} no fill`}
      onClose={toggleDress}
    >
      {taken > 0 && (
        <Button variant="contained" color="primary" fullWidth onClick={take} sx={{ mb: 0.5 }}>
          Take {taken === 1 ? 'it' : `all ${taken}`}
        </Button>
      )}
      {plan.length > 0 && (
        <Box sx={{ display: 'flex', justifyContent: 'space-between', mb: 1, fontSize: TEXT.note }}>
          <QuietButton onClick={() => useDressing.setState(({ seed }) => ({ seed: seed + 1, choices: {} }))}>
            Suggest again
          </QuietButton>
          <Box component="span" sx={{ color: color('soft') }}>
            One undo takes all back.
          </Box>
        </Box>
      )}
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {plan.map((end) => (
          <PlannedItem
            key={end.key}
            end={end}
            choice={choices[end.key] ?? 0}
            isHeard={end.key === heard}
            onHear={() => setHeard(end.key === heard ? null : end.key)}
            onChoose={(choice) => useDressing.setState({ choices: { ...choices, [end.key]: choice } })}
            onGoTo={() => onGoTo(end)}
          />
        ))}
      </Box>
      {plan.length === 0 && (
        <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
          {bare
            ? 'Nothing fits there: the phrases are too short, or no drums play in them.'
            : 'Every phrase of the form ends with something already.'}
        </Typography>
      )}
    </ToolPanel>
  );
}

/** One end of the plan: its place, its pattern and why, and what can be done with it. */
function PlannedItem({
  end,
  choice,
  isHeard,
  onHear,
  onChoose,
  onGoTo,
}: {
  end: PlannedEnd;
  choice: number | 'bare';
  isHeard: boolean;
  onHear: () => void;
  onChoose: (choice: number | 'bare') => void;
  onGoTo: () => void;
}) {
  const { bar, option } = end;
  const at = `bar ${figure(bar)}`;
  return (
    <Box
      component="li"
      sx={{
        border: `1px solid ${color(isHeard ? 'plum' : 'line')}`,
        borderRadius: '10px',
        background: color('page'),
        p: 1,
        mb: 1,
      }}
    >
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'baseline' }}>
        <QuietButton label={`Show ${at}`} onClick={() => onGoTo()}>
          {at}
        </QuietButton>
        <Typography noWrap sx={{ fontWeight: 600, fontSize: TEXT.control, minWidth: 0 }}>
          {option?.pattern.name ?? 'no fill'}
        </Typography>
      </Box>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>{whyWords(end)}</Typography>
      <Box
        sx={{
          display: 'flex',
          gap: 0.5,
          mt: 0.5,
          '& button': { px: 1, py: 0.25, whiteSpace: 'nowrap' },
        }}
      >
        <Button aria-label={`${isHeard ? 'Stop' : 'Hear'} ${at}`} aria-pressed={isHeard} onClick={onHear}>
          {isHeard ? 'Stop' : 'Hear'}
        </Button>
        {end.why === null && (
          <Button
            aria-label={`${choice === 'bare' ? 'Plan one' : 'Another'} for ${at}`}
            onClick={() => onChoose(choice === 'bare' ? 0 : choice + 1)}
          >
            {choice === 'bare' ? 'Plan one' : 'Another'}
          </Button>
        )}
        {option && (
          <Button variant="text" aria-label={`Skip ${at}`} onClick={() => onChoose('bare')}>
            Skip
          </Button>
        )}
      </Box>
    </Box>
  );
}

function whyWords({ isStrong, sectionName, like, option, why }: PlannedEnd): string {
  const where = isStrong ? `${sectionName} ends` : `inside ${sectionName}`;
  if (!option) return why ? `${where}: ${why}` : where;
  return `${option.strength}: ${where}${like ? `, of the kind ${like} has` : ''}`;
}
