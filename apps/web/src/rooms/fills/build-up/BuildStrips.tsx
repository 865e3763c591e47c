import { type BuildRecipe, type Curve, indexOf, MOST_SEMITONES, type SongDocument } from '@plucky/core/song';
import { placeName } from '@plucky/core/time';
import type { Token } from '../../../shared/ui/tokens.ts';
import type { BuildEditor } from './build-ups.ts';
import { CurvePane } from './CurvePane.tsx';
import type { BuildFigures } from './figures.ts';
import { SpeedPane } from './SpeedPane.tsx';

interface Strip {
  readonly kind: 'velocity' | 'pitch' | 'filter' | 'level';
  readonly name: string;
  readonly ink: Token;
  readonly least: number;
  readonly most: number;
  readonly rests: number;
  readonly words: (value: number) => string;
  readonly says: (from: string, to: string) => string;
}

const plain = (value: number) => String(Math.round(value));
const semitones = (value: number) => `${value > 0 ? '+' : ''}${Math.round(value)}`;

const STRIPS: readonly Strip[] = [
  {
    kind: 'velocity',
    name: 'Velocity',
    ink: 'snare',
    least: 1,
    most: 127,
    rests: 1,
    words: plain,
    says: (from, to) => `${from} to ${to}`,
  },
  {
    kind: 'pitch',
    name: 'Pitch',
    ink: 'hat',
    least: -MOST_SEMITONES,
    most: MOST_SEMITONES,
    rests: 0,
    words: semitones,
    says: (from, to) => `${from} to ${to} semitones`,
  },
  {
    kind: 'filter',
    name: 'Filter',
    ink: 'tom',
    least: 0,
    most: 127,
    rests: 0,
    words: plain,
    says: (from, to) => `controller 74, ${from} to ${to}, open again at the landing`,
  },
  {
    kind: 'level',
    name: 'Level',
    ink: 'percussion',
    least: 0,
    most: 127,
    rests: 0,
    words: plain,
    says: (from, to) => `controller 11, ${from} to ${to}, full again at the landing`,
  },
];

/** Height that the strips share, and the tallest one's, in px. */
const [ROOM, TALLEST] = [340, 140];

/** The speed, and each curve that moves, one under the other. */
export function BuildStrips({
  document,
  recipe,
  figures,
  setBuild,
}: {
  document: SongDocument;
  recipe: BuildRecipe;
  /** Figures of the recipe's build-up; null where it makes none. */
  figures: BuildFigures | null;
} & Pick<BuildEditor, 'setBuild'>) {
  const { tempo } = indexOf(document).song;
  const spans = (recipe.lasts - recipe.silence) / recipe.lasts;
  const moving = STRIPS.filter(({ kind }) => recipe[kind] !== null);
  const height = Math.min(TALLEST, Math.floor(ROOM / (moving.length + 1)));
  return (
    <>
      {figures && (
        <SpeedPane
          recipe={recipe}
          places={figures.places}
          beat={figures.beat}
          tempo={tempo}
          placeWords={(tick) => placeName(tick, figures.meter)}
          height={height}
          onChange={setBuild}
        />
      )}
      {moving.map(({ kind, says, ...strip }) => {
        const curve: Curve | null = recipe[kind];
        if (!curve) return null;
        return (
          <CurvePane
            key={kind}
            {...strip}
            curve={curve}
            says={says(strip.words(curve.start), strip.words(curve.end))}
            spans={spans}
            height={height}
            onChange={(next, gesture) => setBuild({ [kind]: next }, gesture)}
          />
        );
      })}
    </>
  );
}
