import { compile } from '@plucky/core/play';
import type { ShelfPattern } from '@plucky/core/song';
import { songFrom } from '@plucky/songs';
import { playAlone } from '../../audio/play-alone.ts';
import { thePlayer } from '../../audio/player.ts';

/** Plays a groove of the shelf as a new song would have it, round and round. */
export async function hearStarter(item: ShelfPattern): Promise<void> {
  const song = songFrom(item, item.name, 1);
  const timeline = compile(song, { kind: 'pattern', pattern: item.type === 'drums' ? 'main' : 'bass-main' });
  await playAlone({ timeline, loops: true, document: song, origin: null });
}

export function stopHearing(): void {
  thePlayer().stop();
}
