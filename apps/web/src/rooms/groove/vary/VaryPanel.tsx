import { Typography } from '@mui/material';
import {
  newVariation,
  ONE_STEPS,
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
import { usePreviewWhile } from '../../../transport/preview.ts';
import type { PatternView } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';

/** A way to a variation: a step that changes something, or none yet. */
type Way = OneStep | 'as it is';
const PLAIN: Way = 'as it is';

const WORDS: Readonly<
  Record<Way, { readonly title: string; readonly about: string; readonly name: string }>
> = {
  'as it is': { title: 'As it is', about: 'follows in everything, until you change it', name: 'varied' },
  'fewer hats': { title: 'Fewer hats', about: 'every other one, the strong places kept', name: 'fewer hats' },
  'ride for hat': { title: 'Ride for hat', about: 'what the hat plays, on the ride', name: 'ride' },
  'one kick more': {
    title: 'One kick more',
    about: 'on the last free 8th before the turn',
    name: 'kick more',
  },
  'half-time': { title: 'Half-time', about: 'drums at half the speed, hats as they are', name: 'half-time' },
  'only the pulse': {
    title: 'Only the pulse',
    about: 'the kick on the pulse, all else silent',
    name: 'pulse',
  },
  'open last beat': {
    title: 'Open last beat',
    about: 'the hat opens and rings to the end',
    name: 'open end',
  },
};

const TRIED_ID = 'variation-tried';

/** Variations that are one step away: each seen in small, heard under the pointer or the arrow keys, and taken with Enter. */
export function VaryPanel({ view }: { view: PatternView }) {
  const { document } = view;
  const edit = useEdit();
  const { pattern } = view.resolved;
  const ways = useMemo(
    () => (view.part.type === 'drums' ? [PLAIN, ...ONE_STEPS] : [PLAIN]),
    [view.part.type],
  );
  const [chosen, setChosen] = useState<Way | null>(null);
  const tried = useMemo(
    () => new Map(ways.map((way) => [way, tryOut(document, pattern.id, way)])),
    [document, pattern.id, ways],
  );
  const heard = chosen ? (tried.get(chosen) ?? null) : null;
  usePreviewWhile(heard && 'document' in heard ? heard : null, {
    title: chosen ? `${WORDS[chosen].title}, looping` : '',
    detail: 'Not taken yet',
    playsAtOnce: true,
  });

  const take = (way: Way) => {
    const id = freshId();
    const name = unusedName(
      indexOf(document),
      pattern.part,
      `${cutName(pattern.name, 60)}, ${WORDS[way].name}`,
    );
    if (edit((now) => variation(now, pattern.id, way, id, name))) choosePattern(id);
  };
  const picks = ways.map((way): Pick<Way> => {
    const outlook = tried.get(way);
    const reason = outlook && 'reason' in outlook ? outlook.reason : null;
    return {
      key: way,
      name: WORDS[way].title,
      about: reason ?? WORDS[way].about,
      unfit: reason !== null,
      picture: outlook && 'document' in outlook && <Small document={outlook.document} />,
    };
  });
  return (
    <SidePanel label="Vary" about={`New variation of ${pattern.name}`} title="Vary in one step" fills>
      <Typography variant="caption" component="p" sx={{ mt: -0.5, mb: 1 }}>
        ↑ ↓ or the pointer to hear, Enter or a press to take. What is taken goes on following.
      </Typography>
      <PickList
        label="Variations one step away"
        picks={picks}
        chosen={chosen}
        onHear={setChosen}
        onTake={(way) => take(way ?? PLAIN)}
        hearsUnderPointer
      />
    </SidePanel>
  );
}

function variation(document: SongDocument, parent: string, way: Way, id: string, name: string): Outcome {
  return way === 'as it is'
    ? newVariation(document, parent, id, name)
    : varyInOneStep(document, parent, way, id, name);
}

/** A song with the variation in it, or why it cannot be. */
type Outlook = Tried | { readonly reason: string };

function tryOut(document: SongDocument, parent: string, way: Way): Outlook {
  const outcome = variation(document, parent, way, TRIED_ID, WORDS[way].title);
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
