import { Box } from '@mui/material';
import type { PickUp } from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import { type Id, indexOf, type SongDocument, type Voice } from '@plucky/core/song';
import { barTicks, beatTicks, type Grid, gridName, lengthName } from '@plucky/core/time';
import { Amount } from '../../../shared/ui/Amount.tsx';
import { Choice, Choices } from '../../../shared/ui/Choices.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { SlowedAmount } from '../../../shared/ui/SlowedAmount.tsx';
import { VelocityAmount } from '../../../shared/ui/VelocityAmount.tsx';
import { RecipeFrame } from '../DraftsFrame.tsx';
import { RowChoice } from '../RowChoice.tsx';
import { type EndEditor, stopPlaces, usualPickUp, usualPulse } from './ends.ts';

/** Settings of a drop-out or an ending. */
export function EndPanel({
  document,
  groove,
  make,
  editor,
}: {
  document: SongDocument;
  groove: Id;
  make: 'drop-out' | 'ending';
  editor: EndEditor;
}) {
  const { settings, setEnds } = editor;
  const last = make === 'ending' ? settings.endingLast : settings.last;
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const spans = make === 'ending' ? [bar, 2 * bar, 4 * bar] : [beat, 2 * beat, bar, 2 * bar, 4 * bar];
  return (
    <RecipeFrame
      name={make === 'ending' ? 'Recipe of the ending' : 'Recipe of the drop-out'}
      document={document}
      groove={groove}
    >
      <Choices
        title={make === 'ending' ? 'Lasts' : 'Drops out of the last'}
        value={last}
        options={[...new Set([...spans, last])]
          .sort((a, b) => a - b)
          .map((ticks) => ({ value: ticks, label: lengthName(ticks, meter) }))}
        onChange={(next) => setEnds(make === 'ending' ? { endingLast: next } : { last: next })}
      />
      {make === 'ending' ? (
        <EndingChoices
          document={document}
          groove={groove}
          bar={bar}
          words={(ticks) => lengthName(ticks, meter)}
          editor={editor}
        />
      ) : (
        <DropOutChoices voices={voices} editor={editor} />
      )}
    </RecipeFrame>
  );
}

const EVERYTHING = 'Everything';

/** Which rows are usually left out together. */
function groupsOf(voices: readonly Voice[]): readonly { name: string; rows: readonly Id[] }[] {
  const ids = (wanted: (voice: Voice) => boolean) => voices.filter(wanted).map((voice) => voice.id);
  return [
    { name: 'The kick', rows: ids((voice) => voice.family === 'kick') },
    { name: 'All but the kick', rows: ids((voice) => voice.family !== 'kick') },
    { name: 'All but the hats', rows: ids((voice) => voice.family !== 'hat') },
    { name: EVERYTHING, rows: ids(() => true) },
    // A bass line has but one row, which is everything.
  ].filter(({ name, rows }) => rows.length > 0 && (rows.length < voices.length || name === EVERYTHING));
}

function DropOutChoices({ voices, editor }: { voices: readonly Voice[]; editor: EndEditor }) {
  const { silent, pulse, pickUp } = editor.settings;
  const { setEnds } = editor;
  const isGroup = (rows: readonly Id[]) =>
    pulse === null && rows.length === silent.length && rows.every((row) => silent.includes(row));
  return (
    <>
      <Group title="Falls silent (or press the rows)">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
          {groupsOf(voices).map(({ name, rows }) => (
            <Choice
              key={name}
              chosen={isGroup(rows)}
              onClick={() => setEnds({ silent: [...rows], pulse: null })}
            >
              {name}
            </Choice>
          ))}
          <Choice
            chosen={pulse !== null}
            title="One row on the pulse, and nothing else"
            onClick={() => setEnds({ pulse: pulse === null ? usualPulse(voices) : null })}
          >
            All but a pulse
          </Choice>
        </Box>
      </Group>
      {pulse !== null && (
        <RowChoice
          label="Pulse on"
          voices={voices}
          value={pulse}
          onChange={(next) => setEnds({ pulse: next })}
        />
      )}
      <Choices
        title="Pick-up into the next"
        value={pickUp ? 'yes' : 'no'}
        options={[
          { value: 'no', label: 'Not' },
          { value: 'yes', label: 'With a few hits' },
        ]}
        onChange={(next) => setEnds({ pickUp: next === 'yes' ? usualPickUp(voices) : null })}
      />
      {pickUp && <PickUpChoices {...{ voices, pickUp, setEnds }} />}
    </>
  );
}

const PICK_UP_GRIDS: readonly Grid[] = [2, 4, 3, 6];

function PickUpChoices({
  voices,
  pickUp,
  setEnds,
}: { voices: readonly Voice[]; pickUp: PickUp } & Pick<EndEditor, 'setEnds'>) {
  const set = (fields: Partial<PickUp>, gesture?: string) =>
    setEnds({ pickUp: { ...pickUp, ...fields } }, gesture);
  return (
    <>
      <RowChoice label="On" voices={voices} value={pickUp.voice} onChange={(voice) => set({ voice })} />
      <Choices
        title="Apart by"
        value={pickUp.grid}
        options={PICK_UP_GRIDS.map((value) => ({ value, label: gridName(value) }))}
        onChange={(grid) => set({ grid })}
      />
      <Amount
        label="Hits"
        value={pickUp.hits}
        min={1}
        max={8}
        text={String(pickUp.hits)}
        onChange={(hits, gesture) => set({ hits }, gesture)}
      />
      <VelocityAmount
        label="The last one at"
        value={pickUp.velocity}
        onChange={(velocity, gesture) => set({ velocity }, gesture)}
      />
    </>
  );
}

/** Usual slowing of an ending, in percent of the tempo. */
const USUAL_SLOWING = 60;
const NOT = 0;

function EndingChoices({
  document,
  groove,
  bar,
  words,
  editor,
}: {
  document: SongDocument;
  groove: Id;
  bar: number;
  words: (ticks: number) => string;
  editor: EndEditor;
}) {
  const { setEnds } = editor;
  const { endingLast, stop, stopVelocity, othersStop, slows } = editor.settings;
  const spans = [bar, 2 * bar, 4 * bar].filter((ticks) => ticks <= endingLast);
  return (
    <>
      <Choices
        title="In the last bar, stops on beat"
        value={stop ?? NOT}
        options={[
          { value: NOT, label: 'No stop' },
          ...stopPlaces(document, groove).map(({ beat, before }) => ({ value: before, label: String(beat) })),
        ]}
        onChange={(before) => setEnds({ stop: before === NOT ? null : before })}
      />
      {stop !== null && (
        <VelocityAmount
          label="The last hit at"
          value={stopVelocity}
          onChange={(velocity, gesture) => setEnds({ stopVelocity: velocity }, gesture)}
        />
      )}
      {stop !== null && (
        <Choices
          title="The other parts"
          value={othersStop ? 'stop' : 'go on'}
          options={[
            { value: 'stop', label: 'Stop too' },
            { value: 'go on', label: 'Go on' },
          ]}
          onChange={(next) => setEnds({ othersStop: next === 'stop' })}
        />
      )}
      <Choices
        title="Slows down over the last"
        value={slows?.over ?? NOT}
        options={[
          { value: NOT, label: 'In tempo' },
          ...[...new Set([...spans, ...(slows ? [slows.over] : [])])].map((ticks) => ({
            value: ticks,
            label: words(ticks),
          })),
        ]}
        onChange={(over) =>
          setEnds({ slows: over === NOT ? undefined : { over, to: slows?.to ?? USUAL_SLOWING } })
        }
      />
      {slows && (
        <SlowedAmount
          to={slows.to}
          tempo={indexOf(document).song.tempo}
          onChange={(to, gesture) => setEnds({ slows: { ...slows, to } }, gesture)}
        />
      )}
    </>
  );
}
