import type { RegionPlan } from './region-list.ts';

/**
 * Characters that some system does not allow in file names: separators, wildcards, control characters, half pairs, turns of
 * direction.
 */
const UNSAFE = /[\\/:*?"<>|\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]/gu;
/** Names that stand for devices on Windows, whatever ending follows them. */
const DEVICE = /^(con|prn|aux|nul|com[0-9\u00b9\u00b2\u00b3]|lpt[0-9\u00b9\u00b2\u00b3])(?=$|[.\s])/i;
/** The longest file name, with its ending, in bytes of UTF-8: below what every file system takes. */
const MOST_BYTES = 200;

const characters = new Intl.Segmenter('en', { granularity: 'grapheme' });

/**
 * A text as a file name without its ending that every system takes: composed, of at most 200 bytes with `room` bytes kept
 * free for what follows it, and begun by nothing that a command line takes for an option or a home; "region" when nothing is
 * left.
 */
export function safeFileName(text: string, room = 8): string {
  const plain = trimmed(text.normalize('NFC').replace(UNSAFE, '-'));
  const name = trimmed(cutToBytes(plain, MOST_BYTES - room)) || 'region';
  return DEVICE.test(name) ? `_${name}` : name;
}

/** Without dots and blanks at its ends, which Windows drops, nor a dash or tilde at its start. */
function trimmed(text: string): string {
  return text.replace(/^[.\s~-]+|[.\s]+$/g, '');
}

function cutToBytes(text: string, most: number): string {
  let bytes = 0;
  let cut = '';
  for (const { segment } of characters.segment(text)) {
    bytes += bytesOf(segment);
    if (bytes > most) break;
    cut += segment;
  }
  return cut;
}

/** Bytes of UTF-8. */
function bytesOf(text: string): number {
  let bytes = 0;
  for (const character of text) {
    const code = character.codePointAt(0) ?? 0;
    bytes += code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  }
  return bytes;
}

/** Two names that some file system takes for one have the same fold: composed for compatibility, and without case. */
export function foldedName(name: string): string {
  return name.normalize('NFKC').toUpperCase().toLowerCase().normalize('NFKC');
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
    const base = safeFileName(
      template.replace(/\{(\w+)\}/g, (whole, part: string) => parts[part] ?? whole),
      16,
    );
    let name = base;
    for (let n = 2; taken.has(foldedName(name)); n++) name = `${base} (${n})`;
    taken.add(foldedName(name));
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
