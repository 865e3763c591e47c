// The public names, by module. A name that is not listed is internal.
export { PPQ, modulo, msToTicks, ticksToMs } from './time/ticks.ts';
export {
  barTicks,
  beatTicks,
  groupStarts,
  isSameMeter,
  meter,
  meterName,
  usualGroups,
  type Meter,
} from './time/meter.ts';
export { GRIDS, gridName, gridTicks, isTriplet, snap, snapDown, type Grid } from './time/grid.ts';
export { lengthName, noteLength, placeName } from './time/place.ts';
export { lengthFrom, noteLengthFrom, placeFrom } from './time/typed.ts';
export { secondsAt, tickAtSeconds, type TempoMap } from './time/tempo-map.ts';
export { randomFrom, seedFrom } from './random/stream.ts';
export {
  FAMILIES,
  NO_EDITS,
  PATTERN_ROLES,
  type FromRow,
  SECTION_ROLES,
  type Family,
  type Landing,
  type Opening,
  type Layer,
  type Occurrence,
  type Part,
  type Pattern,
  type PatternRole,
  type Reference,
  type Section,
  type SectionRole,
  type Slot,
  type Song,
  type SongRecord,
  type Voice,
} from './song/records.ts';
export { rowsNamed } from './pattern/rows-named.ts';
export { BENCH } from './song/bench-id.ts';
export {
  CLEAR_BENCH,
  laidFirst,
  MOST_ON_BENCH,
  type Bench,
  type BuildBench,
  type BuildOnBench,
  type EndBench,
  type FillBench,
} from './song/bench.ts';
export { type BuildRecipe, RATES, SPEEDS, UNDERS } from './song/build-recipe.ts';
export { type Curve, MOST_SEMITONES } from './song/curves.ts';
export { type FillRecipe, FEET, MADE, MANNERS, TRAVELS } from './song/fill-recipe.ts';
export { type Flam, type Hit, type HitFields, type Roll } from './hit/hit.ts';
export {
  SHAPE_WAYS,
  voicesOfShape,
  wayOfShape,
  type Shape,
  type ShapeOfWay,
  type ShapeWay,
} from './rule/shape/table.ts';
export { type Parameter, type PlayedFeel, type RuleFrame, type RuleInput, type Way } from './rule/rule.ts';
export { tuningOf } from './rule/tune.ts';
export type { Times } from './schema-parts.ts';
export { usualLength } from './hit/new-hit.ts';
export { SCALE_NAMES, TONICS, inKey, noteName } from './harmony/key.ts';
export { InvalidSongError, type Problem } from './song/errors.ts';
export { NewerFormatError, bringUpRecords, bringUpShelfItem, isOlderFormat } from './song/format/bring-up.ts';
export type { Stored } from './song/format/migration.ts';
export { FORMAT } from './song/format/version.ts';
export { LIMITS } from './limits.ts';
export { noteSchema, tempoSchema } from './schema-parts.ts';
export type { Zod } from './zod.ts';
export { LONGEST_NAME, cutName, freeName, nameProblem, plainName, tidyName, type Id } from './names.ts';
export {
  documentOf,
  indexOf,
  serialize,
  withRecord,
  type SongDocument,
  type SongIndex,
} from './song/document.ts';
export { recordDifferences, type RecordDifference } from './song/differences.ts';
export { isChange, isRefusal, type Outcome, type Refusal } from './song/outcome.ts';
export { apply, withChange } from './song/apply.ts';
export {
  changeBetween,
  changeFrom,
  invert,
  isNothing,
  NO_CHANGE,
  recordIn,
  squash,
  stepOf,
  touchedBy,
  type Change,
  type Step,
} from './song/change.ts';
export { changeOf, changeSetOf, type ChangeSet } from './song/change-set.ts';
export { hitsAsPatterns, laidHits, type LaidHits } from './song/laid-aside.ts';
export { rebase, type Rebased } from './song/merge.ts';
export { changeFromSparse, slim, sparse, type SparseChange, type SparseUpdates } from './song/sparse.ts';
export { songFileSchema } from './song/file/json-schema.ts';
export { readSongFile, songOfFile, type SongFile } from './song/file/song-file.ts';
export { songFile, songFileContent } from './song/file/write.ts';
export { readChangeInSteps, readRecords, readRecordsInSteps, readSong } from './song/read.ts';
export type { InSteps } from './song/read.ts';
export { omit } from './song/omit.ts';
export { saysSame } from './song/says-same.ts';
export { inTurn } from './song/in-turn.ts';
export { editSong, setSongMeter } from './song/edit-song.ts';
export {
  addVoice,
  chooseKit,
  editPart,
  editVoices,
  hitsOfVoice,
  moveVoice,
  removeVoice,
  sharedNotes,
} from './song/edit-kit.ts';
export { accentAt } from './feel/accent.ts';
export { heardPlace, writtenPlace } from './feel/place.ts';
export { FARTHEST_MS } from './hit/hit.ts';
export { GRACES, rollCount, strokesOf } from './feel/ornament.ts';
export { clampVelocity } from './hit/velocity.ts';
export { curveValue } from './feel/curve.ts';
export type { IdentifiedHit, Origin, ResolvedHit } from './hit/followed.ts';
export type { LooseEdit } from './pattern/overlay.ts';
export {
  countEdits,
  feelOf,
  gridOf,
  resolve,
  soundingOf,
  soundingOver,
  type ResolvedPattern,
} from './pattern/resolve.ts';
export { addHits, changeHits, followAgain, removeHits, toggleSilenced } from './pattern/edit-hits.ts';
export {
  labelPattern,
  lastPlaceIn,
  newPattern,
  newVariation,
  renamePattern,
  setAccentAmount,
  setHumanise,
  setPatternLength,
  setPatternMeter,
  setPatternRole,
  setHarmony,
  setPatternSwing,
  toggleAccent,
} from './pattern/edit-pattern.ts';
export { clearPattern, clearRows, doubleLength, setRowGrids, shiftRows } from './pattern/edit-rows.ts';
export { alikeHits, LIKENESSES, type Likeness } from './pattern/alike.ts';
export { copyHits, pasteHits, type Clip } from './pattern/copy-hits.ts';
export { BEGINNINGS, beginPattern } from './pattern/first-hits.ts';
export { recordHit } from './pattern/record-hit.ts';
export { SOW_WAYS, sowPlaces, type SowRule, type SowWay } from './rule/sow/table.ts';
export { sow } from './pattern/sow.ts';
export { shapeHits } from './pattern/shape-hits.ts';
export { keepShapes, moveShape, removeShape, switchShape, tuneShape } from './pattern/kept-rules.ts';
export { ONE_STEPS, varyInOneStep, type OneStep } from './pattern/one-step.ts';
export { familyOrder, followersOf, namesOf, unusedName } from './pattern/family.ts';
export { attach, countOrigins, makeIndependent } from './pattern/follow.ts';
export { keepLooseAsOwn, moveLooseEdit, nearestForLoose } from './pattern/seen.ts';
export { duplicatePattern } from './pattern/duplicate.ts';
export { holdsOf, removePattern, type Fate, type Holds } from './pattern/remove.ts';
export { overridesOf } from './pattern/overrides.ts';
export { renameSeries, shapeAll } from './pattern/series.ts';
export {
  ROUGHLY,
  compareHits,
  countByVoice,
  strokesAsHits,
  takeAcross,
  type Contrast,
  type HitDifference,
} from './pattern/compare.ts';
export { playedFeel } from './pattern/played-feel.ts';
export { fromShelf, shelfPatternOf } from './pattern/shelf.ts';
export { readShelfPattern } from './pattern/read-shelf.ts';
export { type ShelfPattern } from './pattern/shelf-pattern.ts';
export { roundTheKit } from './fill/travel.ts';
export { USUAL_FILL, contextFor, fillPattern, makeByHand, makeFill } from './fill/make.ts';
export type { LimbConflict, LimbReport } from './fill/limbs.ts';
export { limbsOf } from './fill/measure.ts';
export { describeFill, type FillWords } from './fill/describe.ts';
export {
  POOL,
  candidateOf,
  fillCandidates,
  measured,
  type Candidate,
  type CandidateList,
} from './fill/candidates.ts';
export { areDifferent, strokesIn } from './fill/variety.ts';
export { groupingName, groupingsOf } from './fill/cells/grouping.ts';
export { repeatsCell } from './fill/cells/hits.ts';
export {
  busier,
  exchangeCell,
  ghostCell,
  lowerCell,
  mirrorCell,
  moveEdge,
  remakeOthers,
  sparser,
  turnGrouping,
  type PlanOutcome,
} from './fill/cells/edit-plan.ts';
export type { CellContext } from './fill/cells/cell.ts';
export { FIGURES, type Cell, type CellPlan, type Figure } from './song/cell-plan.ts';
export { FILL_STARTERS, recipeFrom } from './fill/starters.ts';
export {
  LONGEST_WINDOW,
  bestWindows,
  longTake,
  windowOf,
  type LongTake,
  type Window,
} from './fill/long-take.ts';
export { moreLike, recipeOf, remakeAround } from './fill/vary.ts';
export { conflictPlace, repairsFor, type Repair } from './fill/repair.ts';
export {
  stepsOf,
  stepsOnBeats,
  ROLL_TO_TONE,
  changesRate,
  overshoot,
  speedReport,
  speedsOf,
} from './build-up/speed.ts';
export { changeBuild, handWorkOf } from './build-up/rework.ts';
export { followRow, setFromRow } from './pattern/follow-row.ts';
export { addNotesPart, removePart } from './kit/add-part.ts';
export { INSTRUMENT_NAMES, INSTRUMENTS, type Instrument } from './kit/instruments.ts';
export { addPoint, movePoint, pointsOf } from './build-up/edit-points.ts';
export { buildPattern, voicesOfBuild } from './build-up/build-up.ts';
export { BUILD_STARTERS, USUAL_BUILD, buildFrom, straight, type BuildStarter } from './build-up/starters.ts';
export { dropOutPattern, endOf, type DropOut, type PickUp } from './ending/drop-out.ts';
export { endingPattern, type Ending } from './ending/ending.ts';
export {
  fromBars,
  inBars,
  occurrencePlaces,
  sectionLength,
  sectionMeter,
  songBars,
  songStretches,
  type OccurrencePlace,
  type Scope,
} from './form/stretches.ts';
export type { ResolvedLayer } from './form/layer.ts';
export { letSectionGo, withFollowers } from './form/follow-section.ts';
export { sectionDifferences, type SlotDifference, takeSlotBack } from './form/section-differences.ts';
export { IN_SLOT, intoSlot, layerIn, type LayerIn, withSlotPattern } from './form/slot-pattern.ts';
export { type DressChoices, type PlannedEnd, planDress, takeDress } from './dress/plan.ts';
export { keyChords } from './harmony/chord.ts';
export { chordFrom, chordName, romanNumeral } from './harmony/chord-names.ts';
export type { Chord, ChordAt } from './harmony/chord-record.ts';
export { HARMONIES, type Harmony } from './harmony/over-chord.ts';
export { chordsFrom, chordNames, chordsInWords, setChords } from './form/edit-chords.ts';
export { AT_REST, intensityAt } from './intensity/curve.ts';
export { setIntensity, toggleOccurrenceVoice } from './intensity/edit-curve.ts';
export { playedLayer } from './intensity/played-layer.ts';
export { specialAt } from './intensity/special.ts';
export { INTENSITIES, INTENSITY_RANGE, type Intensity, type IntensityPoint } from './song/intensity.ts';
export { phraseLines, type Line, type LinePiece } from './form/phrases.ts';
export { tempoMapOf } from './form/slowing.ts';
export { setLanding, setOpening, setSlowing } from './form/slot-end.ts';
export { applyWithinLimits, mustStayWithinLimits, sizeProblems } from './form/size.ts';
export { playedAt, usage, type PlayedAt } from './form/usage.ts';
export { reachOf, reachOfChange } from './form/reach.ts';
export { splitPattern } from './form/split.ts';
export { gridsToSettle, consolidateSlots, mergeLayers, mergePatterns } from './form/merge.ts';
export { placeAt, placeAtEnd, placeEvery, placeInSlot, type Placing } from './form/place-fill.ts';
export type { Naming, RowGrids } from './form/merged-pattern.ts';
export {
  addSection,
  moveOccurrence,
  onlyThisTime,
  playAgain,
  playAsFollower,
  removeOccurrence,
  setTimes,
} from './form/edit-form.ts';
export {
  addLayer,
  hiddenIn,
  type LayerSettings,
  removeLayer,
  resizeSlots,
  setLayer,
  setSlotPattern,
  silentRows,
  toggleSlotVoice,
} from './form/edit-slots.ts';
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
} from './form/arrange-slots.ts';
export { phraseEnds } from './form/bare-ends.ts';
export { renameSection, setSectionRole, type SlotIn } from './form/edit-section.ts';
export type { NoteEvent, Timeline } from './timeline/events.ts';
export { barAt, compile, type Frame, frameOf } from './timeline/compile.ts';
export { tempoAt } from './time/tempo-map.ts';
export { barLines } from './timeline/bar-lines.ts';
export { movesOf } from './timeline/lanes.ts';
export { sliceTimeline } from './timeline/slice.ts';
export { liveReference, meetings, notesFor, notesUnder, type Meeting } from './timeline/reference.ts';
export {
  moveToReference,
  patternFromReference,
  referenceHits,
  referenceTo,
} from './timeline/reference-edits.ts';
export { MidiFormatError } from './midi/bytes/format.ts';
export { readMidi } from './midi/bytes/read.ts';
export { writeMidi } from './midi/bytes/write.ts';
export { type PortMessage, portMessages } from './midi/port-messages.ts';
export {
  NAME_PARTS,
  REGION_KINDS,
  optionsOfSong,
  USUAL_EXPORT,
  exportOptionsSchema,
  type ExportOptions,
  type RegionKind,
} from './song/export-options.ts';
export { exportOptions } from './midi/read-options.ts';
export { planFolder, type FolderPlan, type WrittenFile } from './midi/folder/plan.ts';
export { leavingTimeline } from './midi/leaving.ts';
export { isTicked, leavingRegions, planRegions, type RegionPlan } from './midi/region-list.ts';
export { fileNames, safeFileName } from './midi/file-names.ts';
export { drumNotes } from './midi/drum-notes.ts';
export { exportedNotes, midiFileOf } from './midi/tracks.ts';
export { glideAnywhere } from './midi/glides.ts';
export { exportRegions } from './midi/regions.ts';
export { type RegionText, regionTexts } from './midi/region-texts.ts';
export { lossesOf, type Losses } from './midi/losses.ts';
export { handedOff, type HandedOff, type Since, sinceHandOff } from './midi/since.ts';
export { type HeardChange } from './timeline/heard-changes.ts';
export { notesOf } from './midi/bytes/notes-of.ts';
export { type GivenFile, type Received, type ReceivedFile, receiveFiles } from './receiver/files.ts';
export { type Laid, type LaidClip, type LaidTrack, layFiles } from './receiver/laid.ts';
export { type Rack, rackFor } from './receiver/rack.ts';
export {
  type ArrivedFile,
  arrivedFile,
  type ArrivedNote,
  type ArrivedTrack,
  type Bar,
  type Use,
  USES,
} from './fold/arrived.ts';
export { fold, type Folded, TOLERANCES } from './fold/fold.ts';
export type { FoldOptions } from './fold/prepare.ts';
export { type BarRange, rangeForShelf } from './fold/range.ts';
export { referenceOfTrack } from './fold/reference.ts';
export { measuredSwing } from './fold/measured-swing.ts';
export { suggestedMap } from './fold/note-map.ts';
export { type Unfolded, unfold } from './fold/unfold.ts';
export { foldWork } from './fold/work.ts';
export type { NoteMap } from './fold/voices.ts';
export {
  type Attempt,
  compareWithTarget,
  type Deviation,
  partForTarget,
  targetFrom,
} from './target/compare.ts';
export { musicXml } from './notation/music-xml.ts';
export { receivedTimeline } from './receiver/timeline.ts';
export type { Swing } from './song/inherited/swing.ts';
export { newSection, newSlot, SECTION_NAMES } from './form/new-section.ts';
export { likeliestFirst, placeFor, placesIn, type PlaceInSong, type SlotAt } from './form/places.ts';
export { keepReference, moveReference, removeReference } from './song/edit-references.ts';
export { type BarFigures, courseOf, type Sag, sagsOf } from './timeline/course.ts';
export { layOver, type LaidOver } from './timeline/laid-over.ts';
export { densities } from './timeline/density.ts';
export { tryEdit } from './tried/tried.ts';
export type { Tried } from './tried/within.ts';
export { tryFill } from './tried/fill.ts';
export { tryInPlace, type TriedInPlace } from './tried/in-place.ts';
export { shelfMeetings, tryFromShelf } from './tried/shelf.ts';
export { tryTogether, type TriedTogether } from './tried/together.ts';
export { compareWith, counterpartOf, type Comparison, type Counterpart } from './tried/counterpart.ts';
export { keptWhileSame, namedKeys } from './made-from.ts';
export { counted, figure, plural } from './words.ts';
export { DRUM_NAMES, type DrumName, DRUMS, USUAL_KIT, usualNote } from './kit/drums.ts';
export { addDrum } from './kit/add-drum.ts';
export { kinOf, toKin } from './kit/kin.ts';
export { bassVoice, drumVoice, kitVoices } from './kit/voices.ts';
export { playedSlot, playedSlots, startOf } from './form/going-on.ts';
export { isEndRole, layersOf, leadingLayer, mainLayer, plays, plainLayer, stretchOf } from './song/layers.ts';
export {
  type Cue,
  cueable,
  type Cued,
  performed,
  performedSlots,
  type Performance,
  takePerformance,
} from './perform/performance.ts';
