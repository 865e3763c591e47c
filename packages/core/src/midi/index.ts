// The public names of this room, by module.
export { drumNotes, isSwellRow } from './drum-notes.ts';
export { foldedName, safeFileName } from './file-names.ts';
export { glideAnywhere } from './glides.ts';
export { leavingTimeline } from './leaving.ts';
export { lossesOf } from './losses.ts';
export { type EarlierFile, otherSide, stillThere } from './other-side.ts';
export { type PortMessage, portMessages } from './port-messages.ts';
export { exportOptions } from './read-options.ts';
export { leavingRegions, planRegions, playsSomething, type RegionPlan } from './region-list.ts';
export {
  type ListedRegion,
  type ListedTrack,
  type RegionText,
  regionTexts,
  renamedInList,
} from './region-texts.ts';
export { exportRegions, namesOfRegions } from './regions.ts';
export { type HandedOff, handedOff, type Since, sinceHandOff } from './since.ts';
export { exportedNotes, midiFileOf } from './tracks.ts';
export { USUAL_METER, USUAL_TEMPO } from './usual.ts';
export { type MidiEvent, type MidiFile, MidiFormatError, type MidiTrack, TEXT } from './bytes/format.ts';
export { notesOf } from './bytes/notes-of.ts';
export { readMidi } from './bytes/read.ts';
export { microsecondsAt } from './tracks.ts';
export { writeMidi } from './bytes/write.ts';
export { type FolderPlan, planFolder, type WrittenFile } from './folder/plan.ts';
export { musicXml } from './notation/music-xml.ts';
export type { MovedNotes } from './notation/score.ts';
export { type GivenFile, type Received, type ReceivedFile, receiveFiles } from './receiver/files.ts';
export { type Laid, type LaidClip, type LaidTrack, layFiles } from './receiver/laid.ts';
export { type Rack, rackFor } from './receiver/rack.ts';
export { receivedTimeline } from './receiver/timeline.ts';
