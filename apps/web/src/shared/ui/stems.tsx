import { FAMILIES, type Family, type Origin } from '@plucky/core/song';
import { memo } from 'react';
import { familyColor } from './tokens.ts';

/** A hit as it is drawn, in px. */
export interface StemShape {
  readonly x: number;
  /** Foot of the stem, and its height. */
  readonly base: number;
  readonly height: number;
  readonly origin: Origin;
  readonly chosen?: boolean;
  readonly accented?: boolean;
  /** Length of a held note's tail; drums have none. */
  readonly tail?: number;
  /** The other strokes of a roll or a flam: where each stands and how tall it is. */
  readonly strokes?: readonly { readonly x: number; readonly height: number }[];
}

/** All stems of a family as a few paths, so that an edit changes a few attributes and not hundreds of elements. */
export interface StemPaths {
  readonly chosen: string;
  readonly accents: string;
  readonly strokes: string;
  readonly slashes: string;
  readonly ownTails: string;
  readonly followedTails: string;
  readonly ownStems: string;
  readonly ownHeads: string;
  readonly followedStems: string;
  readonly followedHeads: string;
  readonly silencedStems: string;
  readonly silencedHeads: string;
}

/** Half the width of a head, in px. */
const HEAD = 4.2;

/** The outline of a family's head around a point. */
function headPath(family: Family, x: number, y: number): string {
  const r = HEAD;
  switch (family) {
    case 'kick':
      return `M${x - r} ${y - r}h${2 * r}v${2 * r}h${-2 * r}Z`;
    case 'snare': {
      const d = r * 1.25;
      return `M${x} ${y - d}l${d} ${d}l${-d} ${d}l${-d} ${-d}Z`;
    }
    case 'hat':
    case 'cymbal':
      return `M${x - r} ${y - r}l${2 * r} ${2 * r}m0 ${-2 * r}l${-2 * r} ${2 * r}`;
    case 'percussion':
      return `M${x} ${y - r * 1.2}l${r * 1.15} ${r * 2.1}h${-r * 2.3}Z`;
    case 'tom':
    case 'note':
      return `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
  }
}

/** A box with round corners around a stem and its head. */
function boxPath(x: number, base: number, height: number): string {
  const [r, tall] = [6, height + 12];
  const corner = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  const side = tall - 2 * r;
  return `M${x - 8} ${base - height - 10 + r}${corner(r, -r)}h4${corner(r, r)}v${side}${corner(-r, r)}h-4${corner(-r, -r)}Z`;
}

/** Draws hits of one family as paths: solid when own or changed, hollow when they follow, dashed when silenced. */
export function stemPaths(family: Family, stems: readonly StemShape[]): StemPaths {
  const paths = {
    chosen: '',
    accents: '',
    strokes: '',
    slashes: '',
    ownTails: '',
    followedTails: '',
    ownStems: '',
    ownHeads: '',
    followedStems: '',
    followedHeads: '',
    silencedStems: '',
    silencedHeads: '',
  };
  for (const { x: exact, base, height: tall, origin, chosen, accented, tail = 0, strokes = [] } of stems) {
    const x = round(exact);
    const height = round(tall);
    const top = round(base - height);
    const look = origin === 'changed' ? 'own' : origin;
    paths[`${look}Stems`] += `M${x} ${base}V${top}`;
    // A cross has no inside to leave open, so one that follows stands in a ring.
    if (look === 'followed' && isCross(family)) paths.followedHeads += ringPath(x, top);
    paths[`${look}Heads`] += headPath(family, x, top);
    if (chosen) paths.chosen += boxPath(x, base, height);
    const along = tail > 2 ? `M${x} ${base}h${round(tail - 2)}` : '';
    paths[look === 'own' ? 'ownTails' : look === 'followed' ? 'followedTails' : 'silencedStems'] += along;
    for (const one of strokes)
      paths[look === 'silenced' ? 'silencedStems' : 'strokes'] +=
        `M${round(one.x)} ${base}v${round(-one.height)}`;
    if (origin === 'silenced') paths.slashes += `M${x - 7} ${round(base - height / 2 + 5)}l14 -10`;
    else if (accented) paths.accents += `M${x - 3.5} ${top - 14}l7 3l-7 3`;
  }
  return paths;
}

/** True for a family whose head is a cross. */
export function isCross(family: Family): boolean {
  return family === 'hat' || family === 'cymbal';
}

/** A ring around a cross. */
function ringPath(x: number, y: number): string {
  const r = round(HEAD * 1.45);
  return `M${round(x - r)} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
}

function round(px: number): number {
  return Math.round(px * 10) / 10;
}

/** The stems of one family on the page. */
export const Stems = memo(function Stems({ family, ...paths }: StemPaths & { readonly family: Family }) {
  const ink = familyColor(family);
  const crossed = isCross(family);
  const hollow = crossed ? 'none' : 'var(--page)';
  return (
    <>
      {paths.chosen && <path d={paths.chosen} fill="var(--wash)" stroke="var(--plum)" />}
      {paths.ownTails && <path d={paths.ownTails} stroke={ink} strokeWidth={5} opacity={0.45} />}
      {paths.followedTails && <path d={paths.followedTails} stroke={ink} strokeWidth={3} opacity={0.45} />}
      {paths.strokes && <path d={paths.strokes} stroke={ink} strokeWidth={1.2} opacity={0.8} />}
      {paths.silencedStems && (
        <g opacity={0.5} fill="none" stroke={ink}>
          <path d={paths.silencedStems} strokeWidth={1.5} strokeDasharray="2 3" />
          <path d={paths.silencedHeads} fill={hollow} strokeWidth={1.5} strokeDasharray="2 2" />
          <path d={paths.slashes} strokeWidth={1.4} />
        </g>
      )}
      {paths.followedStems && (
        <>
          <path d={paths.followedStems} stroke={ink} strokeWidth={1.5} />
          <path d={paths.followedHeads} fill="var(--page)" stroke={ink} strokeWidth={crossed ? 1.2 : 1.5} />
        </>
      )}
      {paths.ownStems && (
        <>
          <path d={paths.ownStems} stroke={ink} strokeWidth={2.6} />
          <path
            d={paths.ownHeads}
            fill={crossed ? 'none' : ink}
            stroke={ink}
            strokeWidth={crossed ? 2.4 : 1.5}
          />
        </>
      )}
      {paths.accents && <path d={paths.accents} fill="none" stroke="var(--plum)" strokeWidth={1.8} />}
    </>
  );
});

/** Stems of all families, each in its own ink; `stemsOf` gives those of one. */
export function FamilyStems({ stemsOf }: { stemsOf: (family: Family) => readonly StemShape[] }) {
  return FAMILIES.map((family) => (
    <Stems key={family} family={family} {...stemPaths(family, stemsOf(family))} />
  ));
}
