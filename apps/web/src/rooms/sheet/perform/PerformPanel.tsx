import { Box, Button, Typography } from '@mui/material';
import { cueable, type Cued, placePerformance, type Tried } from '@plucky/core/play';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { lengthName } from '@plucky/core/time';
import { useMemo } from 'react';
import { useDocumentStore, useEdit } from '../../../document/context.tsx';
import { chooseOccurrences, occurrencesChosen, useSession } from '../../../session/store.ts';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { Select } from '../../../shared/ui/Select.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { ToolPanel } from '../ToolPanel.tsx';
import type { CueTime } from './cue-time.ts';
import {
  PATTERN_KEYS,
  PERFORM_COMMANDS,
  type Performer,
  SECTION_KEYS,
  SILENCE_KEYS,
} from './perform-commands.ts';
import {
  cueNext,
  type Performing,
  startOrHear,
  toggleHeard,
  togglePerform,
  usePerforming,
} from './perform-session.ts';
import { usePerformanceRun } from './usePerformanceRun.ts';
import { usePerformMidi } from './usePerformMidi.ts';

/** Cues of a running performance by keys or MIDI notes, and the choices for one that was performed. */
export function PerformPanel({ document, heard }: { document: SongDocument; heard: Tried | null }) {
  const { now, comes } = usePerforming();
  const rows = useMemo(() => cueRows(document), [document]);
  const { song } = indexOf(document);
  const isRunning = now?.state === 'running';
  usePreviewWhile(heard, {
    title: isRunning ? 'Performing' : 'What was performed',
    detail: isRunning ? 'Space stops it; then it can be taken' : 'As it was, once more',
    playsAtOnce: true,
    isAlone: true,
    origin: 0,
  });

  const cue = (plays: Cued) => cueNext(document, plays);
  const cueNth = (kind: 'section' | 'pattern', nth: number) => {
    const one = rows[kind].cues[nth];
    if (one) cue(one.plays);
  };
  const keyboard = usePerformMidi({ cue, cueNth });

  const last = isRunning ? now.performance.cues.at(-1)?.plays : undefined;
  return (
    <ToolPanel
      name="Perform"
      title={now ? `${lengthName(now.drawn, song.meter)} performed` : 'Cue something to begin'}
      onClose={togglePerform}
    >
      <Typography role="status" sx={{ fontSize: TEXT.control, color: color('soft'), mb: 1.5 }}>
        {isRunning
          ? `What you cue comes ${WHEN[comes]}. Space stops.`
          : now
            ? 'It is not in the song until you take it.'
            : `Keys, the mouse or ${keyboard ?? 'a MIDI keyboard'} cue what plays. Space begins with the chosen section.`}
      </Typography>
      <WhenCuesCome />
      {now && !isRunning && <TakeChoices now={now} />}
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
      <CueKeys {...{ cue, cueNth }} start={() => startOrHear(document)} />
    </ToolPanel>
  );
}

/** The choices for what was performed. */
function TakeChoices({ now }: { now: Performing }) {
  const edit = useEdit();
  const store = useDocumentStore();
  const take = () => {
    const after = occurrencesChosen(useSession.getState()).at(-1);
    if (!edit((song) => placePerformance(song, now.performance, now.drawn, after))) return;
    togglePerform();
    const { form } = indexOf(store.getState().document).song;
    const { occurrence } = now.performance;
    chooseOccurrences(form.flatMap(({ id }) => (id.startsWith(`${occurrence}-`) ? [id] : [])));
  };
  return (
    <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', mb: 1.5 }}>
      <Button
        variant="contained"
        color="primary"
        title="Sections that went through stay themselves; what was cut becomes a section of its own"
        onClick={take}
      >
        Take it into the form
      </Button>
      <Button aria-pressed={now.state === 'heard'} onClick={toggleHeard}>
        {now.state === 'heard' ? 'Stop' : 'Hear it'}
      </Button>
      <Button variant="text" onClick={() => usePerforming.setState({ now: null })}>
        Let it go
      </Button>
    </Box>
  );
}

/** The choice of when what is cued comes, and from which place it begins. */
function WhenCuesCome() {
  const { comes, keepsPlace } = usePerforming();
  return (
    <Box sx={{ mb: 1.5 }}>
      <Select
        fullWidth
        label="Cues come"
        value={comes}
        options={Object.entries(WHEN).map(([value, label]) => ({ value: value as CueTime, label }))}
        onChange={(next) => usePerforming.setState({ comes: next })}
        sx={{ mt: 0.5, mb: 0.75 }}
      />
      <Choice
        chosen={keepsPlace}
        title="Within a bar, what is cued begins at the same place of its own bar, or from its start"
        onClick={() => usePerforming.setState({ keepsPlace: !keepsPlace })}
      >
        {keepsPlace ? 'Place kept' : 'From the start'}
      </Choice>
    </Box>
  );
}

const WHEN: Readonly<Record<CueTime, string>> = {
  'at once': 'at once, on the next 16th',
  beat: 'at the next beat',
  bar: 'at the next bar',
  round: 'as what plays ends',
};

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
