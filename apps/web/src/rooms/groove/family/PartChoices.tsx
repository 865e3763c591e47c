import {
  addDrumsPart,
  addNotesPart,
  type Instrument,
  INSTRUMENT_NAMES,
  INSTRUMENTS,
  removePart,
} from '@plucky/core/pattern';
import { indexOf, type Part } from '@plucky/core/song';
import { useDocumentState, useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';

/** Adds a part of notes, or drums where the song has none, and opens its first pattern. */
export function AddPart() {
  const edit = useEdit();
  const hasDrums = useDocumentState(({ document }) =>
    indexOf(document).parts.some(({ type }) => type === 'drums'),
  );
  const add = (instrument: Instrument) => {
    const ids = { part: freshId(), voice: freshId(), pattern: freshId() };
    if (edit((now) => addNotesPart(now, instrument, ids))) choosePattern(ids.pattern);
  };
  const addDrums = () => {
    const ids = { part: freshId(), pattern: freshId() };
    if (edit((now) => addDrumsPart(now, ids))) choosePattern(ids.pattern);
  };
  const instruments = INSTRUMENT_NAMES.map((value) => ({ value, label: INSTRUMENTS[value].name }));
  return (
    <Select<Instrument | typeof DRUMS>
      fullWidth
      label="Add a part"
      value={null}
      placeholder={hasDrums ? 'an instrument…' : 'drums, or an instrument…'}
      options={hasDrums ? instruments : [{ value: DRUMS, label: 'Drums' }, ...instruments]}
      onChange={(part) => (part === DRUMS ? addDrums() : add(part))}
    />
  );
}

const DRUMS = 'drums';

/** Takes a part out of the song that nothing plays. */
export function RemovePart({ part }: { part: Part }) {
  const edit = useEdit();
  return (
    <QuietButton
      title={`Take ${part.name} out of the song; nothing plays it`}
      onClick={() => edit((now) => removePart(now, part.id))}
    >
      Remove
    </QuietButton>
  );
}
