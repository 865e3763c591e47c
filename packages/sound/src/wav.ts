import type { Stereo } from './render.ts';

const HEADER = 44;

/** A stereo RIFF/WAVE file of 16-bit PCM; samples beyond -1..1 are held there. */
export function wavOf({ left, right }: Stereo, rate: number): Uint8Array<ArrayBuffer> {
  const bytes = left.length * 4;
  const view = new DataView(new ArrayBuffer(HEADER + bytes));
  const text = (at: number, value: string) =>
    Array.from(value).forEach((char, i) => view.setUint8(at + i, char.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, HEADER - 8 + bytes, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 2, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * 4, true);
  view.setUint16(32, 4, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  const sample = (x: number | undefined) => Math.round(Math.min(1, Math.max(-1, x ?? 0)) * 32_767);
  for (let i = 0; i < left.length; i++) {
    view.setInt16(HEADER + i * 4, sample(left[i]), true);
    view.setInt16(HEADER + i * 4 + 2, sample(right[i]), true);
  }
  return new Uint8Array(view.buffer);
}
