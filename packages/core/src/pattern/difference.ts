import type { Id } from '../song/records.ts';
import { PPQ } from '../time/ticks.ts';
import type { ResolvedHit } from './hits.ts';

/** Two hits within a 64th note of each other on the same voice count as the same hit. */
const NEAR = PPQ / 16;

export interface VoiceDifference {
  readonly added: number;
  readonly removed: number;
  readonly moved: number;
  readonly louder: number;
  readonly softer: number;
}

/** How `b` differs from `a`, by voice; voices without a difference are left out. Silenced hits do not count. */
export function difference(
  a: readonly ResolvedHit[],
  b: readonly ResolvedHit[],
): ReadonlyMap<Id, VoiceDifference> {
  const out = new Map<Id, VoiceDifference>();
  const sounding = (hits: readonly ResolvedHit[], voice: Id) =>
    hits.filter((hit) => hit.voice === voice && hit.origin !== 'silenced');
  for (const voice of new Set([...a, ...b].map((hit) => hit.voice))) {
    const count = differenceOfRow(sounding(a, voice), sounding(b, voice));
    if (Object.values(count).some((n) => n > 0)) out.set(voice, count);
  }
  return out;
}

function differenceOfRow(a: readonly ResolvedHit[], b: readonly ResolvedHit[]): VoiceDifference {
  const left = [...a];
  const count = { added: 0, removed: 0, moved: 0, louder: 0, softer: 0 };
  for (const hit of b) {
    const near = left
      .filter((other) => Math.abs(other.at - hit.at) <= NEAR && other.pitch === hit.pitch)
      .sort((x, y) => Math.abs(x.at - hit.at) - Math.abs(y.at - hit.at))[0];
    if (!near) {
      count.added++;
      continue;
    }
    left.splice(left.indexOf(near), 1);
    if (near.at !== hit.at || near.offsetMs !== hit.offsetMs) count.moved++;
    if (hit.velocity > near.velocity) count.louder++;
    if (hit.velocity < near.velocity) count.softer++;
  }
  return { ...count, removed: left.length };
}
