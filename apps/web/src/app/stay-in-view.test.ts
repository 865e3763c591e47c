import { newVariation } from '@plucky/core/pattern';
import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { applyOutcome, createDocumentStore } from '../document/store.ts';
import { undo } from '../document/undo.ts';
import { chooseHits, choosePattern, useGroove } from '../session/groove.ts';
import { useSession } from '../session/store.ts';
import { stayInView } from './stay-in-view.ts';

test('an undo that takes away the open pattern lets go of what was chosen and looped in it', () => {
  const song = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
  const store = createDocumentStore('s', { revision: 1, records: Object.values(song.records) });
  const stop = stayInView(store);
  applyOutcome(store, newVariation(song, 'main', 'mine', 'Mine'));
  choosePattern('mine');
  // A hit that is followed has the same id in the pattern that it comes from.
  chooseHits(['kick-1']);
  useSession.setState({ loop: { from: 0, to: 960 } });
  undo(store);
  expect(useSession.getState()).toMatchObject({ pattern: 'main', loop: null });
  expect(useGroove.getState().hits.size).toBe(0);
  stop();
});
