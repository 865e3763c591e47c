import { blankSong } from '@plucky/songs';
import { DEMO_SONGS } from '@plucky/songs/library';
import { choosePattern } from './groove.ts';
import { beginSong, createForSong } from './song-store.ts';
import { patternInView, useSession } from './store.ts';

test('what a store of the open song held ends with it', () => {
  const useNotes = createForSong(() => ({ notes: [] as string[] }));
  useNotes.setState({ notes: ['mine'] });
  choosePattern('main');
  beginSong();
  expect(useNotes.getState()).toEqual({ notes: [] });
  expect(useSession.getState().pattern).toBeNull();
});

test('the pattern in view is the chosen one, and the first one where that is gone or none is chosen', () => {
  const song = DEMO_SONGS['paper-lanterns']?.() ?? blankSong('none', 1);
  expect(patternInView(song, 'lift')).toBe('lift');
  expect(patternInView(song, null)).toBe('main');
  expect(patternInView(song, 'taken away by an undo')).toBe('main');
});
