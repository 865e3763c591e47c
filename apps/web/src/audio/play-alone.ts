import { notify } from '../shared/ui/notify.ts';
import { type Playing, thePlayer } from './player.ts';

/** Plays a song that is open in no room, with all its voices and no click, whatever the last room had silenced. */
export async function playAlone(playing: Playing, from = 0): Promise<void> {
  const player = thePlayer();
  player.setClick(false);
  player.instrument.setHeard(() => true);
  player.instrument.setSong(playing.document);
  player.instrument.prepare(playing.timeline.events);
  try {
    await player.play(playing, from);
  } catch {
    notify('The sounds could not be started.', { variant: 'error' });
  }
}
