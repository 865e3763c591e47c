import { familyOrder } from '@plucky/core/pattern';
import { type Id, indexOf, type SongDocument } from '@plucky/core/song';
import { choosePattern } from '../../session/groove.ts';
import { Choices } from '../../shared/ui/Choices.tsx';
import { PatternSelect } from '../../shared/ui/PatternSelect.tsx';
import { isMadeHere, type Make, MAKES, useRoom } from './session.ts';

const NAMES: Readonly<Record<Make, string>> = {
  fill: 'Fill',
  'build-up': 'Build-up',
  'drop-out': 'Drop-out',
  ending: 'Ending',
};

/** Choice of the kind to make, and of its groove. */
export function MakeChoice({ document, groove }: { document: SongDocument; groove: Id }) {
  const make = useRoom((room) => room.make);
  const index = indexOf(document);
  return (
    <>
      <Choices
        title="Make"
        value={make}
        options={MAKES.map((value) => ({ value, label: NAMES[value] }))}
        onChange={(next) => useRoom.setState({ make: next })}
      />
      <PatternSelect
        fullWidth
        label="From"
        patterns={index.parts
          .filter((one) => make !== 'fill' || one.type === 'drums')
          .flatMap((one) => familyOrder(index, one.id))
          .filter((one) => !isMadeHere(one.pattern))}
        value={groove}
        onChange={choosePattern}
        sx={{ mb: 1.25, mt: 0.5 }}
      />
    </>
  );
}
