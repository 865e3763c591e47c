// The public names of this room, by module.
export { addFolded, type Extent } from './add-to-song.ts';
export { type ArrivedFile, arrivedFile, type ArrivedTrack, isFolded, type Use, USES } from './arrived.ts';
export { fold, type Folded, TOLERANCES } from './fold.ts';
export { type CueSheet, cueSheetOf } from './cue-sheet.ts';
export { type Distance, distanceFrom } from './distance.ts';
export { feelOfFile, type FileFeel } from './file-feel.ts';
export { measuredSwing } from './measured-swing.ts';
export { type DrumGuess, drumGuesses, suggestedMap } from './note-map.ts';
export { type FoldOptions, type How, HOWS } from './prepare.ts';
export { rangeForShelf } from './range.ts';
export { referenceOfTrack } from './reference.ts';
export { unfold, type Unfolded } from './unfold.ts';
export type { NoteMap } from './voices.ts';
export { foldWork } from './work.ts';
export { countLeft, MOST_MESSAGES } from './said.ts';
