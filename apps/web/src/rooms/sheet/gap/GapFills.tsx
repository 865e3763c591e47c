import { Box, Typography } from '@mui/material';
import { phraseKey } from '@plucky/core/form';
import { resolve } from '@plucky/core/pattern';
import { type EndAt, placeDress, planDress, type PlannedEnd } from '@plucky/core/plan';
import { apply, indexOf, isChange, type SongDocument, withRecord } from '@plucky/core/song';
import { barTicks, figure } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useEdit, useSong } from '../../../document/context.tsx';
import { freshSeed } from '../../../shared/fresh-id.ts';
import { marksOf } from '../../../shared/ui/marks.ts';
import { Miniature } from '../../../shared/ui/Miniature.tsx';
import { bareButton, QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, SERIF, TEXT } from '../../../shared/ui/tokens.ts';
import { usePreviewWhile } from '../../../transport/preview.ts';

/** Fills that are shown at a time. */
const SHOWN = 6;

/** Fills for the end of one phrase: each is heard there under the pointer or the focus, and a press places it. */
export function GapFills({ at, onDone }: { at: EndAt; onDone: () => void }) {
  const document = useSong();
  const edit = useEdit();
  const navigate = useNavigate();
  const [seed, setSeed] = useState(1);
  const [heard, setHeard] = useState(0);
  const end = useMemo(() => planDress(document, seed, {}, at)[0], [document, seed, at]);
  const offers = useMemo(
    () => end?.options.slice(0, SHOWN).map((option) => ({ ...end, option })) ?? [],
    [end],
  );
  if (!end?.options.length)
    return (
      <Typography sx={{ fontSize: TEXT.control, color: color('soft') }}>
        {end?.why ?? 'There is something at the end of this phrase by now.'}
      </Typography>
    );
  return (
    <>
      <HeardAt document={document} offer={offers[heard]} />
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1 }}>
        <Typography component="h2" sx={{ fontFamily: SERIF, fontWeight: 600, fontSize: TEXT.name }}>
          A fill for bar {figure(end.bar)}
        </Typography>
        <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>a press places it</Typography>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {offers.map((offer, i) => (
          <Offer
            key={offer.option.pattern.id}
            document={document}
            offer={offer}
            isHeard={i === heard}
            onHear={() => setHeard(i)}
            onTake={() => {
              if (edit((now) => placeDress(now, [offer]))) onDone();
            }}
          />
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, mt: 1 }}>
        <QuietButton
          onClick={() => {
            setSeed(freshSeed());
            setHeard(0);
          }}
        >
          Others
        </QuietButton>
        <QuietButton
          title="Make fills in their room, with this place marked"
          onClick={() =>
            void navigate('../fills', { relative: 'path', state: { make: 'fill', where: phraseKey(at) } })
          }
        >
          In Fills…
        </QuietButton>
        <QuietButton onClick={onDone}>Skip</QuietButton>
      </Box>
    </>
  );
}

type Offered = PlannedEnd & { readonly option: NonNullable<PlannedEnd['option']> };

/** Lets one be heard where it would stand: two bars of the song before it, and one after. */
function HeardAt({ document, offer }: { document: SongDocument; offer: Offered | undefined }) {
  const tried = useMemo(() => {
    if (!offer) return null;
    const outcome = placeDress(document, [offer]);
    if (!isChange(outcome)) return null;
    const bar = barTicks(indexOf(document).song.meter);
    const start = offer.inSong - offer.option.pattern.length;
    return {
      document: apply(document, outcome).document,
      scope: { kind: 'span' as const, from: Math.max(0, start - 2 * bar), to: offer.inSong + bar },
    };
  }, [document, offer]);
  usePreviewWhile(tried, {
    title: `Bar ${figure(offer?.bar ?? 0)} with ${offer?.option.pattern.name ?? 'a fill'}`,
    detail: 'Two bars before, the fill, the bar after',
    playsAtOnce: true,
  });
  return null;
}

function Offer({
  document,
  offer: { option },
  isHeard,
  onHear,
  onTake,
}: {
  document: SongDocument;
  offer: Offered;
  isHeard: boolean;
  onHear: () => void;
  onTake: () => void;
}) {
  const { pattern } = option;
  const marks = useMemo(() => {
    const withIt = withRecord(document, pattern);
    return marksOf(indexOf(withIt), resolve(withIt, pattern.id).hits, 0, pattern.length);
  }, [document, pattern]);
  return (
    <Box
      component="button"
      aria-label={`Place ${pattern.name}`}
      onMouseEnter={onHear}
      onFocus={onHear}
      onClick={onTake}
      sx={{
        ...bareButton,
        minWidth: 0,
        p: 1,
        color: color('ink'),
        border: `1px solid ${isHeard ? color('plum') : color('line')}`,
        borderRadius: '10px',
        background: isHeard ? color('wash') : color('page'),
      }}
    >
      <Typography noWrap sx={{ fontSize: TEXT.plain, fontWeight: 600, mb: 0.5 }}>
        {pattern.name}
      </Typography>
      <Miniature marks={marks} height={40} />
    </Box>
  );
}
