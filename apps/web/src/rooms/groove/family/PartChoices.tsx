import {
  addNotesPart,
  type Instrument,
  INSTRUMENT_NAMES,
  INSTRUMENTS,
  removePart,
} from '@plucky/core/pattern';
import type { Part } from '@plucky/core/song';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { Select } from '../../../shared/ui/Select.tsx';

/** Adds a part of notes, and opens its first pattern. */
export function AddPart() {
  const edit = useEdit();
  const add = (instrument: Instrument) => {
    const ids = { part: freshId(), voice: freshId(), pattern: freshId() };
    if (edit((now) => addNotesPart(now, instrument, ids))) choosePattern(ids.pattern);
  };
  return (
    <Select
      fullWidth
      label="Add a part"
      value={null}
      placeholder="an instrument…"
      options={INSTRUMENT_NAMES.map((value) => ({ value, label: INSTRUMENTS[value].name }))}
      onChange={add}
    />
  );
}

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
