import { occurrencePlaces } from '@plucky/core/form';
import type { Id, SongDocument } from '@plucky/core/song';
import { thePlayer } from '../audio/player.ts';
import { useSession } from '../session/store.ts';
import { useAsked } from './asked.ts';
import { reachIn } from './what-plays.ts';

/** While the whole song plays: goes on with an occurrence, from the next bar on or at once, as is chosen. */
export function cueOccurrence(document: SongDocument, occurrence: Id): void {
  const { asked } = useAsked.getState();
  const playsSong = asked && reachIn(asked.room, asked.choices) === 'song';
  const place = occurrencePlaces(document).find((one) => one.occurrence.id === occurrence);
  if (place && playsSong) thePlayer().cue(place.start, useSession.getState().cues);
}
