import { Box, Button, Typography } from '@mui/material';
import type { Placing } from '@plucky/core/form';
import { endOf } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import type { EndDraft as EndSettings, Id, Pattern, SongDocument } from '@plucky/core/song';
import { barTicks, lengthName } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useCommands } from '../../../shared/keys/useCommands.ts';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { END_COMMANDS, type EndDeeds } from '../draft-commands.ts';
import { DraftsFrame } from '../DraftsFrame.tsx';
import { HeardInPlace } from '../HeardInPlace.tsx';
import { KeepButton } from '../KeepButton.tsx';
import { PlaceInSong } from '../place/PlaceInSong.tsx';
import { useKeep } from '../useKeep.ts';
import { EndPanel } from './EndPanel.tsx';
import { EndPicture } from './EndPicture.tsx';
import { dropOutFor, endingFor, useEndEditor } from './ends.ts';

const DRAFT_END = 'draft-end';
/** Hints for a press on a row. */
const HINTS = {
  'drop-out': 'press the rows that fall silent',
  ending: 'press the rows that it stops on',
} as const;
const NAMES = { 'drop-out': 'Drop-out', ending: 'Ending' } as const;

/** A draft of a drop-out or an ending: the groove's end row by row, what falls silent in it, heard where it will stand. */
export function EndPane(of: Of) {
  return <DraftEnd {...of} editor={useEndEditor(of.document, of.groove.id)} />;
}

interface Of {
  readonly document: SongDocument;
  readonly groove: Pattern;
  readonly make: 'drop-out' | 'ending';
}

function DraftEnd({ document, groove, make, editor }: Of & { editor: ReturnType<typeof useEndEditor> }) {
  const { settings, setEnds } = editor;
  const last = make === 'ending' ? settings.endingLast : settings.last;
  const keepPattern = useKeep();
  const [isHeard, setHeard] = useState(false);
  const { meter } = feelOf(document, resolve(document, groove.id));
  const made = useMemo(
    () => (make === 'ending' ? endingFor : dropOutFor)(document, groove.id, settings, DRAFT_END),
    [make, document, groove.id, settings],
  );
  const pattern = 'reason' in made ? null : made;
  const more = useMemo(() => (make === 'ending' ? placingOf(settings) : {}), [make, settings]);
  const what = NAMES[make];
  const name = `${groove.name} ${what.toLowerCase()}`;
  const keep = () => pattern !== null && keepPattern([pattern], name, `${name} is kept.`);
  const toggle = (voice: Id) => {
    const before = make === 'ending' ? settings.stopRows : settings.silent;
    const next = before.includes(voice) ? before.filter((row) => row !== voice) : [...before, voice];
    setEnds(make === 'ending' ? { stopRows: next } : { silent: next });
  };
  const chooses = make === 'ending' ? settings.stop !== null : settings.pulse === null;
  const rows = new Set(make === 'ending' ? settings.stopRows : settings.silent);
  // While nothing can be made of it, the groove's end is shown as it is.
  const shown = pattern ?? endOf(document, groove.id, last, 'break', DRAFT_END, what);
  const picture = 'reason' in shown ? null : shown;
  return (
    <DraftsFrame
      recipe={<EndPanel document={document} groove={groove.id} make={make} editor={editor} />}
      foot={
        <PlaceInSong
          document={document}
          groove={groove.id}
          pattern={pattern}
          more={more}
          onPlace={(patterns, put, at) => keepPattern(patterns, name, `Placed: ${at}.`, put)}
        />
      }
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
        <Typography variant="h2" noWrap sx={{ fontSize: TEXT.heading }}>
          {name}
        </Typography>
        <Typography noWrap sx={{ flex: 1, fontSize: TEXT.note, color: color('soft') }}>
          {`the last ${lengthName(last, meter)}; ${chooses ? HINTS[make] : make === 'ending' ? 'no stop' : 'only a pulse is left'}`}
        </Typography>
        <Button
          onClick={() => setHeard(!isHeard)}
          title="With what comes before and after (1)"
          disabled={!pattern}
        >
          {isHeard ? 'Stop' : 'Hear it in context'}
        </Button>
      </Box>
      {picture && (
        <EndPicture
          document={document}
          pattern={picture}
          from={picture.length - (make === 'ending' ? (settings.stop ?? 0) : last)}
          bar={barTicks(meter)}
          rows={chooses ? rows : null}
          rowTitle={(voice) => (make === 'ending' ? `Stops on ${voice.name}` : `Silences ${voice.name}`)}
          onRow={toggle}
        />
      )}
      {'reason' in made && (
        <Typography role="alert" sx={{ color: color('warn'), fontSize: TEXT.control }}>
          {made.reason}
        </Typography>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}>
        <KeepButton command={END_COMMANDS.keep} isMade={pattern !== null} onKeep={keep} />
      </Box>
      {more.slows && (
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
          The slowing belongs to the slot that the ending is placed in, and leaves as a tempo map.
        </Typography>
      )}
      <HeardInPlace
        {...{ document, groove, pattern, more }}
        title={`The ${what.toLowerCase()} in context, looping`}
        what={`the ${what.toLowerCase()}`}
        playsAtOnce={isHeard}
      />
      <EndKeys hear={setHeard} keep={keep} />
    </DraftsFrame>
  );
}

function EndKeys(deeds: EndDeeds) {
  useCommands(END_COMMANDS, deeds);
  return null;
}

/** Settings of its slot for an ending. */
function placingOf({ slows, stop, othersStop }: EndSettings): Partial<Placing> {
  return { slows, ...(stop !== null && othersStop ? { othersStop: stop } : {}) };
}
