// The public names of this room, by module.
export {
  addSlots,
  copySlots,
  cutSlotAt,
  duplicateSlots,
  joinChosen,
  moveSlots,
  pastedSlots,
  removeSlots,
  replaceSlots,
  swapSlots,
} from './arrange-slots.ts';
export { carrySlots, type LaidHow } from './carry-slots.ts';
export { type PhraseEnd, phraseEnds } from './bare-ends.ts';
export { cutSlot } from './cut-slot.ts';
export { chartInWords, setSectionChords, typeChords } from './chord-chart.ts';
export { chordNames, chordsInWords, setChords } from './edit-chords.ts';
export {
  addSection,
  editOccurrence,
  moveOccurrences,
  onlyThisTime,
  playAgain,
  playAsFollower,
  playOnceMore,
  removeOccurrences,
  setTimes,
} from './edit-form.ts';
export { renameSection, setSectionRole, type SlotIn } from './edit-section.ts';
export {
  addLayer,
  hiddenIn,
  type LayerSettings,
  letMessagesGo,
  removeLayer,
  resizeSlots,
  setLayer,
  setSlotPattern,
  silentRows,
  toggleSlotVoice,
} from './edit-slots.ts';
export { letSectionGo, withFollowers } from './follow-section.ts';
export { playedSlots, startOf } from './going-on.ts';
export { placeInLayer, type ResolvedLayer, resolveLayer } from './layer.ts';
export { consolidateSlots, gridsToSettle, mergeLayers, mergePatterns } from './merge.ts';
export type { Naming, RowGrids } from './merged-pattern.ts';
export { newSection, newSlot, SECTION_NAMES } from './new-section.ts';
export { type Line, type LinePiece, lineLength, phraseLines } from './phrases.ts';
export { barIn, countedAt, type SectionBar, sectionBars, sectionMeter, slotMeter } from './bars.ts';
export { landingOf, placeAt, placeAtEnd, placeEvery, type Placing } from './place-fill.ts';
export { likeliestFirst, placeFor, type PlaceInSong, placesIn, phraseKey, type SlotAt } from './places.ts';
export { reachOf, reachOfChange, stretchesPlaying } from './reach.ts';
export { sectionDifferences, restoreSlot } from './section-differences.ts';
export { applyWithinLimits, mustStayWithinLimits, sizeProblems } from './size.ts';
export { setLanding, setOpening, setSlowing } from './slot-end.ts';
export { IN_SLOT, intoSlot, layerIn, type LayerIn, withSlotPattern } from './slot-pattern.ts';
export { slowedTempos, type Slowing, TEMPO_STEP } from './slowing.ts';
export { splitPattern } from './split.ts';
export { setSectionMeter, setSectionTempo, setSlotMeter, setSlotTempo, setTempoMap } from './edit-tempo.ts';
export { sectionTempos, songTempos, tempoGoingOn, tempoMapUnder, temposFrom, tempoOfSlot } from './tempos.ts';
export {
  fromBars,
  inBars,
  isTail,
  marksRound,
  type OccurrencePlace,
  occurrencePlaces,
  type Scope,
  sectionLength,
  sectionStretches,
  songBars,
  songStretches,
  type Stretch,
  tailOf,
} from './stretches.ts';
export { soundsIn } from './times.ts';
export { playedAt, type PlayedAt, usage } from './usage.ts';
export { cuePlaces } from './cue-places.ts';
export { type ArrivedCue, type LaidOut, layOutByCues } from './lay-out-by-cues.ts';
