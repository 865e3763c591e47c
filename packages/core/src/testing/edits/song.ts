import {
  addVoice,
  chooseKit,
  editPart,
  editSong,
  editVoices,
  hitsAsPatterns,
  keepReference,
  moveReference,
  moveVoice,
  NO_CHANGE,
  removeReference,
  removeVoice,
  setSongMeter,
  setTolerance,
} from '../../song/index.ts';
import { meter } from '../../time/index.ts';
import { hit, pattern, voice } from '../songs.ts';
import type { Edits } from './roll.ts';

/** The edits of the room `song`. */
export const SONG_EDITS: Edits = {
  addVoice: ({ document }) => addVoice(document, voice('extra', 60)),
  moveVoice: ({ document, row, a }) => moveVoice(document, row, a % 6),
  removeVoice: ({ document, row, a }) => removeVoice(document, a % 5 ? 'extra' : row),
  editVoices: ({ document, row, a, b }) =>
    editVoices(document, [row], () => ({ offsetMs: (a % 41) - 20, swingShare: b % 101 }), 'feel'),
  setSongMeter: ({ document, a, b }) =>
    a % 9 ? null : setSongMeter(document, b % 2 ? meter(3, 4) : meter(4, 4)),
  chooseKit: ({ document, a }) =>
    chooseKit(document, 'drums', a % 2 ? 'one' : 'other', 'one', (each) => each.note),

  editSong: ({ document, a, b }) =>
    editSong(
      document,
      a % 2 ? { tempo: 40 + (b % 160) } : { swing: { amount: 50 + (b % 26), unit: 8 } },
      'song',
    ),
  editPart: ({ document, a, b }) =>
    editPart(document, 'drums', a % 2 ? { room: b % 101 } : { name: `Drums ${b % 9}` }, 'part'),
  keepReference: ({ a, b }) =>
    keepReference({
      id: `ref${a % 3}`,
      kind: 'reference',
      name: `Reference ${a % 3}`,
      shift: 0,
      notes: [
        [b % 3840, 120, 36, 90],
        [3840 + (b % 960), 120, 38, 1 + (a % 127)],
      ],
    }),
  moveReference: ({ document, a, b }) => moveReference(document, `ref${a % 3}`, b % 7680),
  setTolerance: ({ document, a, b }) =>
    setTolerance(document, `ref${a % 3}`, { ms: 1 + (a % 200), velocity: 1 + (b % 127) }),
  removeReference: ({ document, a }) => removeReference(document, `ref${a % 3}`),
  hitsAsPatterns: ({ document, row, a, b }) => {
    const laid = pattern(`gone${a}`, { own: { [`g${b}`]: hit(row, b % 3840) } });
    return hitsAsPatterns(document, { ...NO_CHANGE, added: { [laid.id]: laid } }, [], () => `aside${a}`);
  },
};
