import { Box, Button, Typography } from '@mui/material';
import { fromBars, inBars, occurrencePlaces, setTempoMap, songBars } from '@plucky/core/form';
import { indexOf, type Song, type SongDocument } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useState } from 'react';
import { useEdit, useSong } from '../document/context.tsx';
import { DraftField } from '../shared/ui/DraftField.tsx';
import { notify } from '../shared/ui/notify.ts';
import { tempoFrom } from '../shared/ui/tempo-from.ts';
import { color, TEXT } from '../shared/ui/tokens.ts';

type Tempos = NonNullable<Song['tempos']>;

/** Number of changes that are listed before the rest is only counted. */
const LISTED = 40;

/** The tempos that a song takes from bars of it on, under those of its sections and slots. */
export function TempoMap() {
  const song = useSong();
  const edit = useEdit();
  const [bar, setBar] = useState('');
  const [tempo, setTempo] = useState('');
  const { tempos = [] } = indexOf(song).song;
  const set = (next: Tempos) => edit((now) => setTempoMap(now, next));
  const add = () => {
    const [at, to] = [tickOfBar(song, Number(bar)), tempoFrom(tempo)];
    if (at === null || to === null) {
      notify(`A change of tempo needs a bar from 2 to ${songBars(song)} and a tempo. Nothing was changed.`, {
        variant: 'warning',
      });
      return;
    }
    set([...tempos, { at, tempo: to }]);
    setBar('');
    setTempo('');
  };
  return (
    <Box sx={{ width: 240 }}>
      <Typography sx={{ fontSize: TEXT.note, color: color('soft'), mb: 0.5 }}>
        From bars on, where no section or slot has a tempo of its own:{' '}
        {tempos.length ? counted(tempos.length, 'change') : 'none'}
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, maxHeight: 180, overflow: 'auto', listStyle: 'none' }}>
        {tempos.slice(0, LISTED).map((one) => (
          <Box component="li" key={one.at} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Box sx={{ flexGrow: 1, fontSize: TEXT.plain }}>
              bar {figure(barOfTick(song, one.at))} · {figure(one.tempo)} bpm
            </Box>
            <Button
              variant="text"
              size="small"
              aria-label={`Remove the tempo of bar ${figure(barOfTick(song, one.at))}`}
              onClick={() => set(tempos.filter((other) => other !== one))}
            >
              Remove
            </Button>
          </Box>
        ))}
      </Box>
      {tempos.length > LISTED && (
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
          and {counted(tempos.length - LISTED, 'more', 'more')}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'center' }}>
        <DraftField label="From bar" value={bar} most={6} onChange={setBar} />
        <DraftField label="Tempo, bpm" value={tempo} most={8} onChange={setTempo} />
        <Button variant="outlined" size="small" onClick={add}>
          Add
        </Button>
      </Box>
      {tempos.length > 1 && (
        <Button variant="text" size="small" sx={{ mt: 0.5 }} onClick={() => set([])}>
          Remove all
        </Button>
      )}
    </Box>
  );
}

/** Start of a bar of the song, counted from 1, in ticks; null for the first one, which has the song's tempo, and for none. */
function tickOfBar(song: SongDocument, bar: number): number | null {
  const place = occurrencePlaces(song).find(
    ({ firstBar, bars }) => bar >= firstBar && bar < firstBar + bars && Number.isInteger(bar),
  );
  const at = place ? place.start + fromBars(song, place, bar) : 0;
  return at > 0 ? at : null;
}

/** A place of the song as a bar from 1, in parts of one where it lies within; behind the song's end as its last one. */
function barOfTick(song: SongDocument, tick: number): number {
  const place = occurrencePlaces(song).findLast(({ start }) => start <= tick);
  return place ? inBars(song, place, Math.min(tick - place.start, place.length)) : 1;
}
