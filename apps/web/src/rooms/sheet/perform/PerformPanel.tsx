import { Box, Button, Typography } from '@mui/material';
import { cueable, type Cued, placePerformance, type Tried } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { lengthName } from '@plucky/core/time';
import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { chooseOccurrence, useSession } from '../../../session/store.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { ToolPanel } from '../ToolPanel.tsx';
import {
  PATTERN_KEYS,
  PERFORM_COMMANDS,
  type Performer,
  SECTION_KEYS,
  SILENCE_KEYS,
} from './perform-commands.ts';
import { cueNext, togglePerform, usePerforming } from './perform-session.ts';
import { usePerformanceRun } from './usePerformanceRun.ts';
import { usePerformMidi } from './usePerformMidi.ts';

/** Cues of a running performance by keys or MIDI notes, and the choices for one that was performed. */
export function PerformPanel({ document, heard }: { document: SongDocument; heard: Tried | null }) {
  const { now } = usePerforming();
  const edit = useEdit();
  const rows = useMemo(() => cueRows(document), [document]);
  const { song } = indexOf(document);
  const isRunning = now?.state === 'running';
  usePreviewWhile(heard, {
    title: isRunning ? 'Performing' : 'What was performed',
    detail: isRunning ? 'Space stops it; then it can be taken' : 'As it was, once more',
    playsAtOnce: true,
    origin: 0,
  });

  const cue = (plays: Cued) => cueNext(document, plays);
  const cueNth = (kind: 'section' | 'pattern', nth: number) => {
    const one = rows[kind].cues[nth];
    if (one) cue(one.plays);
  };
  const keyboard = usePerformMidi({ cue, cueNth });

  const last = isRunning ? now.performance.cues.at(-1)?.plays : undefined;
  const take = () => {
    if (!now) return;
    const after = useSession.getState().occurrence ?? undefined;
    if (!edit((song) => placePerformance(song, now.performance, now.drawn, after))) return;
    togglePerform();
    chooseOccurrence(now.performance.occurrence);
  };
  return (
    <ToolPanel
      name="Perform"
      title={now ? `${lengthName(now.drawn, song.meter)} performed` : 'Cue something to begin'}
      onClose={togglePerform}
    >
      <Typography role="status" sx={{ fontSize: TEXT.control, color: color('soft'), mb: 1.5 }}>
        {isRunning
          ? 'What you cue comes at the next bar. Space stops.'
          : now
            ? 'It is not in the song until you take it.'
            : `Keys, the mouse or ${keyboard ?? 'a MIDI keyboard'} cue what plays, bar by bar.`}
      </Typography>
      {now && !isRunning && (
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 1.5 }}>
          <Button variant="contained" color="primary" onClick={take}>
            Take it as a section
          </Button>
          <Button
            aria-pressed={now.state === 'heard'}
            onClick={() =>
              usePerforming.setState({ now: { ...now, state: now.state === 'heard' ? 'over' : 'heard' } })
            }
          >
            {now.state === 'heard' ? 'Stop' : 'Hear it'}
          </Button>
          <Button variant="text" onClick={() => usePerforming.setState({ now: null })}>
            Let it go
          </Button>
        </Box>
      )}
      {Object.values(rows).map(({ title, keys, cues }) => (
        <Box key={title} role="group" aria-label={title} sx={{ mb: 1.5 }}>
          <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 0.5 }}>{title}</Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
            {cues.map(({ key, name, plays }, i) => (
              <CueButton
                key={key}
                cap={keys[i]?.toUpperCase()}
                isCued={last !== undefined && keyOf(last) === key}
                onCue={() => cue(plays)}
              >
                {name}
              </CueButton>
            ))}
          </Box>
        </Box>
      ))}
      <Run document={document} heard={heard} />
      <CueKeys cue={cue} cueNth={cueNth} />
    </ToolPanel>
  );
}

/** Keeps the running performance on. */
function Run({ document, heard }: { document: SongDocument; heard: Tried | null }) {
  usePerformanceRun(document, heard);
  return null;
}

function CueKeys(deeds: Performer) {
  useCommands(PERFORM_COMMANDS, deeds);
  return null;
}

/** Row of cues of a kind: its name, and its keys, each with a name. */
interface CueRow {
  readonly title: string;
  readonly keys: readonly string[];
  readonly cues: readonly { readonly key: string; readonly name: string; readonly plays: Cued }[];
}

function cueRows(document: SongDocument): Readonly<Record<Cued['kind'], CueRow>> {
  const { sections, patterns } = cueable(document);
  const row = (
    title: string,
    keys: readonly string[],
    cues: readonly { name: string; plays: Cued }[],
  ): CueRow => ({
    title,
    keys,
    cues: cues.map((one) => ({ ...one, key: keyOf(one.plays) })),
  });
  return {
    section: row(
      'Sections, from C2',
      SECTION_KEYS,
      sections.map(({ id, name }) => ({ name, plays: { kind: 'section', section: id } })),
    ),
    pattern: row(
      'Patterns, from C3',
      PATTERN_KEYS,
      patterns.map(({ id, name }) => ({ name, plays: { kind: 'pattern', pattern: id } })),
    ),
    silence: row('Or nothing, below C2', SILENCE_KEYS, [{ name: 'Silence', plays: { kind: 'silence' } }]),
  };
}

function keyOf(plays: Cued): string {
  return Object.values(plays).join(' ');
}

function CueButton({
  cap,
  isCued,
  onCue,
  children,
}: {
  /** The key that does the same, where there is one. */
  cap: string | undefined;
  isCued: boolean;
  onCue: () => void;
  children: string;
}) {
  return (
    <Button
      aria-pressed={isCued}
      onClick={onCue}
      sx={{
        maxWidth: '100%',
        gap: 0.75,
        px: 1,
        py: 0.4,
        ...(isCued && { borderColor: color('plum'), background: color('wash') }),
      }}
    >
      {cap && <KeyCap>{cap}</KeyCap>}
      <Box component="span" sx={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
        {children}
      </Box>
    </Button>
  );
}
