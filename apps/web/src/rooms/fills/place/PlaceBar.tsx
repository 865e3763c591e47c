import { Box, Button } from '@mui/material';
import type { PlaceInSong } from '@plucky/core/form';
import { indexOf, type SongDocument } from '@plucky/core/song';
import { Choice, Segments } from '../../../shared/ui/Choices.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { CRASH_LANDS, type HowPlaced } from '../session.ts';

const SearchSelect = later(async () => (await import('../../../shared/ui/SearchSelect.tsx')).SearchSelect);

/** Names of the kinds of place. */
const KINDS: Readonly<Record<PlaceInSong['kind'], string>> = {
  slot: 'On the sheet',
  slots: 'On the sheet',
  end: 'At the end',
  phrase: 'At the end of a phrase',
  start: 'At the start',
  every: 'Again and again',
  bar: 'At a bar of the song',
  first: 'In a new section',
};

/** Placing where a place comes several times. */
interface Several {
  readonly count: number;
  readonly hasOthers: boolean;
}

/** Place of the chosen pattern in the song, and the way of placing it. */
export function PlaceBar({
  document,
  places,
  where,
  how,
  several,
  disabled,
  hasButton,
  onWhere,
  onHow,
  onPlace,
}: {
  document: SongDocument;
  places: readonly PlaceInSong[];
  where: PlaceInSong | undefined;
  how: HowPlaced;
  /** Number of its places, for a place that comes again; null for others. */
  several: Several | null;
  disabled: boolean;
  /** False where what is placed has a button of its own. */
  hasButton: boolean;
  onWhere: (key: string) => void;
  onHow: (how: Partial<HowPlaced>) => void;
  onPlace: () => void;
}) {
  const { parts, voicesOf } = indexOf(document);
  const crash = parts.flatMap((part) => voicesOf(part.id)).find((voice) => voice.family === 'cymbal');
  const trouble = several?.count === 0 ? 'Each of these has a fill already, or no room.' : undefined;
  return (
    <Box
      role="group"
      aria-label="Place it"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 0.75 }}
    >
      <SearchSelect
        label="Place it"
        value={where?.key ?? null}
        options={places.map(({ key, name, kind }, i) => ({
          value: key,
          label: name,
          group: i === 0 ? 'Likeliest' : KINDS[kind],
        }))}
        disabled={!where}
        onChange={onWhere}
        helperText={trouble}
        sx={{ width: 320 }}
      />
      {hasButton && <HowPlacedChoice how={how.how} onHow={onHow} />}
      {crash && (
        <Choice
          chosen={how.landing !== null}
          title="On the first beat of whatever follows, in place of the hat there"
          onClick={() => onHow({ landing: how.landing ? null : { voice: crash.id, velocity: CRASH_LANDS } })}
        >
          {crash.name} on 1
        </Choice>
      )}
      {several?.hasOthers && (
        <Choice
          chosen={how.ownEach}
          title="The drafts one after the other, from the chosen one on"
          onClick={() => onHow({ ownEach: !how.ownEach })}
        >
          Each its own
        </Choice>
      )}
      {several && (
        <Choice
          chosen={how.over}
          title="Fills that are there already give way"
          onClick={() => onHow({ over: !how.over })}
        >
          Over fills too
        </Choice>
      )}
      {hasButton && (
        <Button
          variant="contained"
          color="primary"
          disabled={disabled || trouble !== undefined || !where}
          onClick={onPlace}
        >
          {several ? `Place ${several.count}×` : 'Place'}
        </Button>
      )}
    </Box>
  );
}

/** In place of what plays there, or on top of it. */
export function HowPlacedChoice({
  how,
  onHow,
}: {
  how: HowPlaced['how'];
  onHow: (how: Partial<HowPlaced>) => void;
}) {
  return (
    <Segments label="In place of the groove, or on top of it">
      <Choice chosen={how === 'replace'} onClick={() => onHow({ how: 'replace' })}>
        Replace
      </Choice>
      <Choice chosen={how === 'layer'} onClick={() => onHow({ how: 'layer' })}>
        On top
      </Choice>
    </Segments>
  );
}
