import { chordNames } from '@plucky/core/form';
import { indexOf, isEndRole, type Slot, type SongDocument, stretchOf } from '@plucky/core/song';
import { figure, meterName } from '@plucky/core/time';

/** Words for a slot's deviations: its own meter and tempo, rows that are out, its end, its slowing and its mark of the next start. */
export function slotWords(document: SongDocument, slot: Slot, isEnd: boolean, isStart = true): string {
  const { pattern, voice } = indexOf(document);
  const role = slot.layers
    .filter((layer) => stretchOf(layer, slot.length))
    .map((layer) => pattern(layer.pattern)?.role)
    .find(isEndRole);
  const out = slot.layers.some((layer) => layer.silencedVoices.length > 0);
  const landing = isEnd && slot.landing ? voice(slot.landing.voice)?.name : undefined;
  const over = isEnd ? slot.landing?.over : undefined;
  return [
    slot.meter && isStart ? meterName(slot.meter) : undefined,
    slot.tempo && isStart ? `${figure(slot.tempo.to)} bpm` : undefined,
    chordNames(document, slot).join(' – '),
    out ? 'muted rows' : role,
    isEnd && slot.slows ? 'slows' : undefined,
    over ? 'over the bar' : undefined,
    landing && !over && !slot.landing?.swell ? `${landing.toLowerCase()} lands` : undefined,
    landing && slot.landing?.swell ? 'swells ◁' : undefined,
  ]
    .filter(Boolean)
    .join(' · ');
}
