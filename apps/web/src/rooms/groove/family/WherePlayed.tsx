import { Button, Typography } from '@mui/material';
import { type PlayedAt, playedAt } from '@plucky/core/form';
import { counted } from '@plucky/core/time';
import { useNavigate } from 'react-router';
import { chooseSlot } from '../../../session/store.ts';
import { Group } from '../../../shared/ui/Group.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';

/** The slots of the song that play a pattern; a press goes there. */
export function WherePlayed({ view }: { view: PatternView }) {
  const navigate = useNavigate();
  const places = playedAt(view.document, view.resolved.pattern.id);
  const go = ({ stretch: { occurrence, slot } }: PlayedAt) => {
    if (!occurrence) return;
    chooseSlot({ occurrence: occurrence.id, slot: slot.id });
    void navigate('../sheet', { relative: 'path' });
  };
  return (
    <Group title={places.length ? `Played in ${counted(places.length, 'slot')}` : 'Played'}>
      {places.length === 0 && (
        <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
          No slot of the song plays it yet.
        </Typography>
      )}
      {places.map((place) => (
        <Button
          key={`${place.stretch.occurrence?.id} ${place.stretch.slot.id}`}
          variant="text"
          fullWidth
          title="Show it on the sheet"
          onClick={() => go(place)}
          sx={{ justifyContent: 'space-between', px: 1, mx: -1, width: 'calc(100% + 16px)', py: 0.25 }}
        >
          <span>{place.stretch.section.name}</span>
          <span className="mono" style={{ fontSize: TEXT.small }}>
            bar {place.bar}
            {place.times > 1 ? `, ${place.times}×` : ''}
          </span>
        </Button>
      ))}
    </Group>
  );
}
