// The public names of this room, by module.
export { type Applied, apply, withChange } from './apply.ts';
export { DRAFTS } from './drafts-id.ts';
export {
  type Drafts,
  type BuildDraft,
  NO_DRAFTS,
  type EndDraft,
  type FillDrafts,
  laidFirst,
  MOST_DRAFTS,
} from './drafts.ts';
export {
  type BuildRecipe,
  MOST_POINTS,
  RATES,
  SPEEDS,
  streamVoices,
  UNDERS,
  voicesOfBuild,
} from './build-recipe.ts';
export {
  ACCENT_SHAPES,
  type AccentShape,
  type Arrival,
  ARRIVALS,
  type Cell,
  type CellPlan,
  type CellStroke,
  type Figure,
  FIGURES,
  type Kind,
  KINDS,
  LEAST_STEPS,
  MOST_STEPS,
} from './cell-plan.ts';
export { landingWithin, MOST_OVER, type OverTheBar } from './over-the-bar.ts';
export { changeOf, type ChangeSet, changeSetOf } from './change-set.ts';
export {
  type Change,
  changeBetween,
  changeFrom,
  invert,
  isNothing,
  NO_CHANGE,
  recordIn,
  squash,
  type Step,
  stepOf,
  touchedBy,
} from './change.ts';
export { bentShare } from './bent-share.ts';
export { type Control, CONTROL_KINDS, type Curve, MOST_SEMITONES } from './curves.ts';
export {
  BEND_AT_REST,
  ChannelState,
  CONTROLLER,
  type Held,
  highestOf,
  isSilent,
  joinedMessages,
  later,
  type MessageKind,
  type Messages,
  type MessagesAt,
  messagesBetween,
  messagesOver,
  NO_MESSAGES,
  type PlacedMessage,
  rangeSaid,
  saidInTurn,
} from './messages.ts';
export { type MessageCurve, messageCount, messageCurves, messageName, withoutKind } from './message-names.ts';
export { type RecordDifference, recordDifferences } from './differences.ts';
export { documentOf, indexOf, serialize, type SongDocument, type SongIndex, withRecord } from './document.ts';
export {
  addVoice,
  chooseKit,
  editPart,
  editVoices,
  hitsOfVoice,
  moveVoice,
  removeVoice,
  sharedNotes,
} from './edit-kit.ts';
export { keepReference, moveReference, removeReference, setTolerance } from './edit-references.ts';
export { editSong, setSongMeter } from './edit-song.ts';
export { InvalidSongError, type Problem } from './errors.ts';
export {
  EXPORT_CHOICES,
  type ExportChoice,
  type ExportChoices,
  FILE_CHOICES,
  type Matter,
  NOTE_CHOICES,
} from './export-choices.ts';
export {
  DRUM_MAPS,
  type ExportOptions,
  exportOptionsSchema,
  KNOWN_MAPS,
  LONGEST_MAP,
  NAME_PARTS,
  optionsOfSong,
  REGION_KINDS,
  type RegionKind,
  USUAL_EXPORT,
} from './export-options.ts';
export { FEET, type FillRecipe, MADE, MANNERS, type Player, PLAYERS, TRAVELS } from './fill-recipe.ts';
export { inTurn } from './in-turn.ts';
export { INTENSITIES, type Intensity, INTENSITY_RANGE, type IntensityPoint } from './intensity.ts';
export { hitsAsPatterns, laidHits } from './laid-aside.ts';
export {
  isEndRole,
  layerLength,
  layersOf,
  leadingLayer,
  mainLayer,
  patternsIn,
  plainLayer,
  plays,
  saidStretch,
  stretchOf,
} from './layers.ts';
export {
  isDrummers,
  LANDING,
  landingStrokes,
  type LimbConflict,
  type LimbReport,
  limbReport,
  type LimbStroke,
} from './limbs.ts';
export { LIMITS, tooMany } from './limits.ts';
export { rebase, type Rebased } from './merge.ts';
export {
  cutName,
  freeId,
  freeName,
  type Id,
  LONGEST_NAME,
  nameProblem,
  nextName,
  plainName,
  tidyName,
} from './names.ts';
export { omit } from './omit.ts';
export { isChange, isRefusal, type Outcome, type Refusal } from './outcome.ts';
export { playedMeter } from './played-meter.ts';
export { type InSteps, readChangeInSteps, readRecords, readRecordsInSteps, readSong } from './read.ts';
export { FAMILIES, type Family } from './families.ts';
export {
  type Edits,
  type FromRow,
  type Landing,
  type Layer,
  NO_EDITS,
  type Occurrence,
  type Opening,
  type Part,
  type Pattern,
  PATTERN_ROLES,
  type PatternRole,
  type Reference,
  type Section,
  SECTION_ROLES,
  type SectionRole,
  type Slot,
  type Song,
  type SongRecord,
  type Voice,
} from './records.ts';
export { saysSame } from './says-same.ts';
export {
  FASTEST,
  LEAST_SLOWED,
  noteSchema,
  SLOWEST,
  type TempoChange,
  tempoSchema,
  type Times,
} from './schema-parts.ts';
export { changeFromSparse, slim, sparse, type SparseChange, type SparseUpdates } from './sparse.ts';
export { followed, followedFields, followedSet } from './three-way.ts';
export type { Zod } from './zod.ts';
export { songFileSchema } from './file/json-schema.ts';
export { readSongFile, type SongFile, songOfFile } from './file/song-file.ts';
export { songFile, songFileContent } from './file/write.ts';
export { bringUpRecords, bringUpShelfItem, isOlderFormat, NewerFormatError } from './format/bring-up.ts';
export type { Stored } from './format/migration.ts';
export { FORMAT } from './format/version.ts';
export type { Chord, ChordAt } from './harmony/chord-record.ts';
export {
  degreeSteps,
  inKey,
  type Key,
  keyOfSignature,
  keySignature,
  noteName,
  SCALE_NAMES,
  tonicPitchClass,
  TONICS,
} from './harmony/key.ts';
export { QUALITIES, type Quality, QUALITY_NAMES, qualityOf } from './harmony/qualities.ts';
export {
  byPlace,
  type FollowedHit,
  type IdentifiedHit,
  type Origin,
  type ResolvedHit,
  silent,
  silentIds,
  soundingHits,
} from './hit/followed.ts';
export { comesFrom, freeHitId, hitIdStem, repeatedId, sourceOf } from './hit/hit-id.ts';
export { FARTHEST_MS, type Flam, type Hit, type HitFields, type Layered, type Roll } from './hit/hit.ts';
export { DRUM_LENGTH, plainHit, usualLength } from './hit/new-hit.ts';
export { atPercent, clampVelocity, withVelocities } from './hit/velocity.ts';
export { type Accent } from './inherited/accents.ts';
export { HARMONIES, type Harmony } from './inherited/harmony.ts';
export { type Humanise } from './inherited/humanise.ts';
export type { FollowedStretch } from './inherited/inheritance.ts';
export { type Swing } from './inherited/swing.ts';
export {
  eachInherited,
  inheritance,
  INHERITED,
  INHERITED_FIELDS,
  type InheritedField,
  type InheritedSaid,
  type InheritedValues,
} from './inherited/table.ts';
export type {
  FeelSteps,
  Parameter,
  PlayedFeel,
  RulePattern,
  RuleInput,
  RuleStretch,
  Way,
} from './rule/rule.ts';
export { tuningOf } from './rule/tune.ts';
export type { ShapeContext } from './rule/shape/shape-rule.ts';
export type { HitCount } from './rule/shape/shape-rule.ts';
export {
  applyShape,
  mostAfterShape,
  type Shape,
  SHAPE_WAYS,
  shapeWithout,
  type ShapeWay,
  voicesOfShape,
  wayOfShape,
} from './rule/shape/table.ts';
export { backbeatsOf } from './rule/backbeat.ts';
export { latenessOf } from './rule/shape/quantise.ts';
export { inSilentRow, silencesRows } from './rule/shape/silence.ts';
export { type TurnDrums, turnDrumsOf } from './rule/shape/turn/turn-drums.ts';
export { SOW_WAYS, sowPlaces, type SowRule, type SowWay } from './rule/sow/table.ts';
export { readShelfPattern } from './shelf/read-shelf.ts';
export type { ShelfPattern } from './shelf/shelf-pattern.ts';
