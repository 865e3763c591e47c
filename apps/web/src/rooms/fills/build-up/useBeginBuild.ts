import { type BuildStarter, drumsOfStarter } from '@plucky/core/make';
import type { DrumName } from '@plucky/core/pattern';
import { type Id, indexOf } from '@plucky/core/song';
import { useDocumentStore } from '../../../document/context.tsx';
import { CRASH_LANDS, useRoom } from '../session.ts';
import { type BuildEditor, buildOf } from './build-ups.ts';

/** Begins a draft from a starter: drums that it needs are added to the kit, and a crash lands it where it says so. */
export function useBeginBuild(
  part: Id,
  groove: Id,
  rowFor: (drum: DrumName) => Id,
  add: BuildEditor['add'],
): (starter: BuildStarter) => void {
  const store = useDocumentStore();
  return (starter) => {
    const isDrums = indexOf(store.getState().document).part(part)?.type === 'drums';
    for (const drum of isDrums ? drumsOfStarter(starter) : []) rowFor(drum);
    // The kit as it is with the drums that were added.
    const { document } = store.getState();
    const crash = indexOf(document)
      .voicesOf(part)
      .find(({ sound }) => sound === 'crash');
    if (starter.lands && crash) useRoom.setState({ landing: { voice: crash.id, velocity: CRASH_LANDS } });
    add(buildOf(starter, document, groove));
  };
}
