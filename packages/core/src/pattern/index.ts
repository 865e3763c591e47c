// The public names of this room, by module.
export { alikeHits, type Likeness, LIKENESSES } from './alike.ts';
export {
  compareHits,
  type Contrast,
  countByVoice,
  type HitDifference,
  ROUGHLY,
  strokesAsHits,
  copyAcross,
} from './compare.ts';
export { type Clip, copyHits, pasteHits } from './copy-hits.ts';
export { duplicatePattern } from './duplicate.ts';
export {
  addHits,
  changeHits,
  differing,
  followAgain,
  removeHits,
  saidInFull,
  toggleSilenced,
} from './edit-hits.ts';
export {
  emptyPattern,
  labelPattern,
  lastPlaceIn,
  newPattern,
  newVariation,
  renamePattern,
  setAccentAmount,
  setHarmony,
  setHumanise,
  setPatternLength,
  setPatternMeter,
  setPatternRole,
  setPatternSwing,
  toggleAccent,
} from './edit-pattern.ts';
export { followMessages, removeMessages } from './edit-messages.ts';
export { clearPattern, clearRows, doubleLength, setRowGrids, shiftRows, silenceRows } from './edit-rows.ts';
export { familyOrder, followersOf, namesOf, unusedName } from './family.ts';
export { BEGINNINGS, beginPattern } from './first-hits.ts';
export { followRow, setFromRow } from './follow-row.ts';
export { attach, countOrigins, makeIndependent } from './follow.ts';
export { saidOutright, valuesForVoices } from './inherit.ts';
export { keepShapes, moveShape, removeShape, switchShape, tuneShape } from './kept-rules.ts';
export { offeredSteps, type OfferedStep, ONE_STEPS, varyInOneStep } from './vary/one-step.ts';
export { type OneStep, stepOf } from './vary/steps.ts';
export { besideFollowed, type LooseEdit, overlay, unroll } from './overlay.ts';
export { overridesOf } from './overrides.ts';
export { feelFrom, playedFeel, type PlayedStroke, shelfFeel } from './played-feel.ts';
export { recordHit } from './record-hit.ts';
export { type Fate, type Holds, holdsOf, removePattern } from './remove.ts';
export {
  countEdits,
  feelOf,
  gridOf,
  resolve,
  type ResolvedPattern,
  soundingOf,
  soundingOver,
  windowStart,
} from './resolve.ts';
export { rowsNamed } from './rows-named.ts';
export { keepLooseAsOwn, moveLooseEdit, nearestForLoose } from './seen.ts';
export { renameSeries, shapeAll } from './series.ts';
export { shapeHits } from './shape-hits.ts';
export { followersFromShelf, fromShelf, type ShelfFollower, shelfPatternOf } from './shelf.ts';
export { sow } from './sow.ts';
export { accentAt, accentOf, accentRaise } from './feel/accent.ts';
export { AT_REST, CONTROL_STEP, controlValue, curveValue } from './feel/curve.ts';
export { type Unevenness, unevenness } from './feel/humanise.ts';
export { playedUnevenly } from './feel/player.ts';
export { GRACES, rollCount, type Stroke, strokesOf } from './feel/ornament.ts';
export { heardPlace, ON_TIME, writtenPlace } from './feel/place.ts';
export { swingOffset } from './feel/swing.ts';
export { chordFrom, chordName, romanNumeral } from './harmony/chord-names.ts';
export { keyChords } from './harmony/chord.ts';
export { chordNotes } from './harmony/chord-notes.ts';
export { movedOver } from './harmony/over-chord.ts';
export { addDrum } from './kit/add-drum.ts';
export {
  addDrumsPart,
  addNotesPart,
  addPartFor,
  freeChannel,
  NO_CHANNEL,
  NOTE_CHANNELS,
  removePart,
} from './kit/add-part.ts';
export { cueChannel, DRUM_CHANNEL, laneChannels } from './kit/channels.ts';
export { DRUM_NAMES, type DrumName, DRUMS, isGeneralDrum, USUAL_KIT, usualNote } from './kit/drums.ts';
export {
  type Instrument,
  INSTRUMENT_NAMES,
  INSTRUMENTS,
  instrumentVoice,
  programOf,
} from './kit/instruments.ts';
export { areKin, toKin } from './kit/kin.ts';
export { louderKinOf } from './kit/louder-kin.ts';
export { bassVoice, drumVoice, kitVoices } from './kit/voices.ts';
