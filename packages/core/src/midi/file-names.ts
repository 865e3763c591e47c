import type { RegionPlan } from './region-list.ts';

// eslint-disable-next-line no-control-regex -- control characters are among what no file name may hold
const UNSAFE = /[\\/:*?"<>|\u0000-\u001f]/g;

/** A text as a file name without its ending that every system takes, at most 120 characters; "region" when none is left. */
export function safeFileName(text: string): string {
  const safe = text
    .replace(UNSAFE, '-')
    .replace(/^[.\s]+|[.\s]+$/g, '')
    .slice(0, 120);
  return safe || 'region';
}

/**
 * A file name for each region by a template of {nn}, {song}, {kind}, {name} and {bars}, safe on every system and
 * unique among them.
 */
export function fileNames(regions: readonly RegionPlan[], template: string, song: string): string[] {
  const width = String(regions.length).length < 2 ? 2 : String(regions.length).length;
  const taken = new Set<string>();
  return regions.map((region, i) => {
    const parts: Record<string, string> = {
      nn: String(i + 1).padStart(width, '0'),
      song,
      kind: region.kind,
      name: region.name,
      bars: barsName(region),
    };
    const base = safeFileName(template.replace(/\{(\w+)\}/g, (whole, part: string) => parts[part] ?? whole));
    let name = base;
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${base} (${n})`;
    taken.add(name.toLowerCase());
    return `${name}.mid`;
  });
}

/** The bars that a region stands on, such as "bars 9-24", or its length where it has no place. */
function barsName({ startBar, bars }: RegionPlan): string {
  const round = (n: number) => String(Number(n.toFixed(2)));
  if (startBar === null) return `${round(bars)} ${bars === 1 ? 'bar' : 'bars'}`;
  const first = Math.floor(startBar);
  const last = Math.max(first, Math.ceil(startBar + bars) - 1);
  return first === last ? `bar ${first}` : `bars ${first}-${last}`;
}
