import { Typography } from '@mui/material';
import {
  newVariation,
  type OfferedStep,
  offeredSteps,
  type OneStep,
  resolve,
  unusedName,
  varyInOneStep,
} from '@plucky/core/pattern';
import { type Tried, tryEdit } from '@plucky/core/play';
import { cutName, indexOf, isChange, isRefusal, type Outcome, type SongDocument } from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { useMemo, useState } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { choosePattern } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { barShares, followsParent, marksOf } from '../../../shared/ui/marks.ts';
import { Miniature } from '../../../shared/ui/Miniature.tsx';
import { type Pick, PickList } from '../../../shared/ui/PickList.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { usePreviewWhile } from '../../../transport/preview.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';

/** A way to a variation: a step that changes something, or none yet. */
type Way = OneStep | 'as it is';

/** A way that is offered, with its words. */
type Offer = Omit<OfferedStep, 'step'> & { readonly step: Way };

const PLAIN: Offer = {
  step: 'as it is',
  title: 'As it is',
  about: 'follows in everything, until you change it',
  name: 'varied',
  reason: null,
};

const TRIED_ID = 'variation-tried';

/** Variations that are one step away: each seen in small, heard under the pointer or the arrow keys, and taken with Enter. */
export function VaryPanel({ view }: { view: PatternView }) {
  const { document } = view;
  const edit = useEdit();
  const { pattern } = view.resolved;
  const [seed, setSeed] = useState(0);
  const offers = useMemo(
    () => (view.part.type === 'drums' ? [PLAIN, ...offeredSteps(document, pattern.id, seed)] : [PLAIN]),
    [view.part.type, document, pattern.id, seed],
  );
  const [chosen, setChosen] = useState<Way | null>(null);
  const tried = useMemo(
    () => new Map(offers.map(({ step }) => [step, tryOut(document, pattern.id, step, seed)])),
    [document, pattern.id, offers, seed],
  );
  const offer = offers.find(({ step }) => step === chosen);
  const heard = offer ? (tried.get(offer.step) ?? null) : null;
  usePreviewWhile(heard && 'document' in heard ? heard : null, {
    title: offer ? `${offer.title}, looping` : '',
    detail: 'Not taken yet',
    playsAtOnce: true,
  });

  const take = ({ step, name: added }: Offer) => {
    const id = freshId();
    const name = unusedName(indexOf(document), pattern.part, `${cutName(pattern.name, 60)}, ${added}`);
    if (edit((now) => variation(now, pattern.id, step, id, name, seed))) choosePattern(id);
  };
  const picks = offers.map(({ step, title, about }): Pick<Way> => {
    const outlook = tried.get(step);
    const reason = outlook && 'reason' in outlook ? outlook.reason : null;
    return {
      key: step,
      name: title,
      about: reason ?? about,
      unfit: reason !== null,
      picture: outlook && 'document' in outlook && <Small document={outlook.document} />,
    };
  });
  return (
    <SidePanel label="Vary" about={`New variation of ${pattern.name}`} title="Vary in one step" fills>
      <Typography variant="caption" component="p" sx={{ mt: -0.5, mb: 1 }}>
        ↑ ↓ or the pointer to hear, Enter or a press to take. What is taken goes on following.{' '}
        {view.part.type === 'drums' && (
          <QuietButton title="Steps of other kinds, and other places" onClick={() => setSeed(seed + 1)}>
            Others
          </QuietButton>
        )}
      </Typography>
      <PickList
        label="Variations one step away"
        picks={picks}
        chosen={chosen}
        onHear={setChosen}
        onTake={(way) => take(offers.find(({ step }) => step === way) ?? PLAIN)}
        hearsUnderPointer
      />
    </SidePanel>
  );
}

function variation(
  document: SongDocument,
  parent: string,
  way: Way,
  id: string,
  name: string,
  seed: number,
): Outcome {
  return way === 'as it is'
    ? newVariation(document, parent, id, name)
    : varyInOneStep(document, parent, way, id, name, seed);
}

/** A song with the variation in it, or why it cannot be. */
type Outlook = Tried | { readonly reason: string };

function tryOut(document: SongDocument, parent: string, way: Way, seed: number): Outlook {
  const outcome = variation(document, parent, way, TRIED_ID, 'Tried', seed);
  if (isChange(outcome)) return tryEdit(document, outcome, TRIED_ID);
  return { reason: isRefusal(outcome) ? outcome.reason : 'Nothing would change.' };
}

function Small({ document }: { document: SongDocument }) {
  const index = indexOf(document);
  const { hits, pattern, meter } = resolve(document, TRIED_ID);
  const bar = barTicks(meter ?? index.song.meter);
  return (
    <Miniature
      marks={marksOf(index, hits, 0, pattern.length, followsParent)}
      height={22}
      barShares={barShares(0, pattern.length, bar)}
    />
  );
}
