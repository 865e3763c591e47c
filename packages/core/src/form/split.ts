import {
  lastPlaceIn,
  resolve,
  saidOutright,
  soundingOver,
  unusedName,
  valuesForVoices,
} from '../pattern/index.ts';
import {
  cutName,
  type Edits,
  freeHitId,
  type Hit,
  type Id,
  indexOf,
  type Layer,
  layerLength,
  LIMITS,
  NO_EDITS,
  NO_MESSAGES,
  omit,
  type Outcome,
  type Pattern,
  plays,
  type Refusal,
  type Slot,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { playedSlot, startOf } from './going-on.ts';

export const TOO_MANY_LAYERS: Refusal = { reason: `A slot layers at most ${LIMITS.layers} patterns.` };

/** A pattern that holds some voices of the one that was split. */
interface Piece {
  readonly pattern: Pattern;
  readonly voices: ReadonlySet<Id>;
}

/**
 * Splits a pattern into one for each voice that it plays, or for each family of voices; wherever it was played, they are
 * layered in its place, and all sounds as before. The pattern itself stays in its family, played no more.
 * Refused when it plays a single voice or family, and when a slot has no room for that many layers.
 */
export function splitPattern(
  document: SongDocument,
  id: Id,
  by: 'voice' | 'family',
  idFor: (key: string) => Id,
): Outcome {
  const { pattern } = resolve(document, id);
  const pieces = piecesOf(document, id, by, idFor);
  if (pieces.length < 2)
    return { reason: `${pattern.name} plays on one ${by === 'voice' ? 'row' : 'family of rows'} only.` };
  const index = indexOf(document);
  const sections = index.sections.filter((section) => section.slots.some((slot) => plays(slot, id)));
  const put = sections.map((section) => ({
    ...section,
    slots: section.slots.map((slot) =>
      plays(slot, id) ? splitSlot(document, slot, playedSlot(document, section, slot), id, pieces) : slot,
    ),
  }));
  const full = put.find((section) => section.slots.some((slot) => slot.layers.length > LIMITS.layers));
  if (full)
    return {
      reason: `A slot of ${full.name} would layer more than ${LIMITS.layers} patterns. Split by family.`,
    };
  return {
    label: `split ${pattern.name}`,
    put: [...pieces.map((piece) => piece.pattern), ...put],
    remove: [],
  };
}

function piecesOf(
  document: SongDocument,
  id: Id,
  by: 'voice' | 'family',
  idFor: (key: string) => Id,
): readonly Piece[] {
  const resolved = resolve(document, id);
  const { pattern } = resolved;
  const index = indexOf(document);
  const kept = resolved.hits.filter((hit) => hit.origin !== 'silenced' || Object.hasOwn(pattern.own, hit.id));
  const groups = new Map<string, Voice[]>();
  for (const voice of index.voicesOf(pattern.part)) {
    if (!kept.some((hit) => hit.voice === voice.id)) continue;
    const key = by === 'voice' ? voice.id : voice.family;
    groups.set(key, [...(groups.get(key) ?? []), voice]);
  }
  const order = lastPlaceIn(document, pattern.part);
  const names: string[] = [];
  return [...groups].map(([key, members], i): Piece => {
    const voices = new Set(members.map((voice) => voice.id));
    const own: Record<Id, Hit> = {};
    const silenced: Id[] = [];
    for (const { id: hitId, origin, ...hit } of kept) {
      if (!voices.has(hit.voice)) continue;
      const free = freeHitId(hitId, (one) => Object.hasOwn(own, one));
      own[free] = hit;
      if (origin === 'silenced') silenced.push(free);
    }
    const what = by === 'voice' ? (members[0]?.name ?? key) : key;
    const name = unusedName(
      index,
      pattern.part,
      `${cutName(pattern.name, 56)}: ${what.toLowerCase()}`,
      names,
    );
    names.push(name);
    return {
      voices,
      pattern: {
        ...saidOutright({
          ...valuesForVoices(resolved, (voice) => (voices.has(voice) ? voice : undefined)),
          ...(i ? { messages: NO_MESSAGES } : {}),
        }),
        id: idFor(key),
        kind: 'pattern',
        part: pattern.part,
        name,
        role: pattern.role,
        length: pattern.length,
        order: order + i,
        shapes: [],
        own,
        silenced,
        changed: {},
      },
    };
  });
}

function splitSlot(document: SongDocument, slot: Slot, played: Slot, id: Id, pieces: readonly Piece[]): Slot {
  const layers = slot.layers.flatMap((layer, i) =>
    layer.pattern === id
      ? splitLayer(document, slot, layer, startOf(played.layers[i] ?? layer), pieces)
      : [layer],
  );
  return { ...slot, layers };
}

/** The layer once for each piece, each with what was said about its voices; what is loose stays with the first. */
function splitLayer(
  document: SongDocument,
  slot: Slot,
  layer: Layer,
  start: number,
  pieces: readonly Piece[],
): Layer[] {
  const source = resolve(document, layer.pattern);
  const length = layerLength(layer, slot.length);
  const voiceOf = new Map<Id, Id>();
  for (const hit of soundingOver(source, length, start)) voiceOf.set(hit.id, hit.voice);
  for (const [hitId, hit] of Object.entries(layer.own)) voiceOf.set(hitId, hit.voice);
  const [first] = pieces;
  const pieceOf = (hit: Id) => pieces.find((piece) => piece.voices.has(voiceOf.get(hit) ?? '')) ?? first;
  return pieces.map((piece): Layer => {
    const isHere = (hit: Id) => pieceOf(hit) === piece;
    const edits: Edits = {
      own: pick(layer.own, isHere),
      silenced: layer.silenced.filter(isHere),
      changed: pick(layer.changed, isHere),
    };
    const silencedVoices = layer.silencedVoices.filter((voice) => piece.voices.has(voice));
    const split = { ...layer, ...NO_EDITS, ...edits, pattern: piece.pattern.id, silencedVoices };
    // Messages are the channel's, and said once.
    return piece === first ? split : omit(split, 'messages');
  });
}

function pick<T>(by: Readonly<Record<Id, T>>, isWanted: (id: Id) => boolean): Record<Id, T> {
  return Object.fromEntries(Object.entries(by).filter(([id]) => isWanted(id)));
}
