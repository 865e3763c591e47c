import { type PortMessage, portMessages } from '@plucky/core/midi';
import { compile } from '@plucky/core/play';
import { secondsAt } from '@plucky/core/time';
import { DEMO_SONGS } from '@plucky/songs/library';
import type { Clock } from '../clock.ts';
import { PortOut } from './port-out.ts';

interface Sent {
  readonly bytes: readonly number[];
  readonly time: number;
}

/** A port that writes down what is sent, the page's clock being that of the sound in ms. */
function recorded() {
  const sent: Sent[] = [];
  const port = {
    id: 'p',
    name: 'Port',
    send: (bytes: Uint8Array, time: number) => void sent.push({ bytes: [...bytes], time }),
  };
  return { sent, out: new PortOut(port, (time) => time * 1000) };
}

function waltz() {
  const document = DEMO_SONGS['salt-waltz']?.();
  if (!document) throw new Error('no song');
  const timeline = compile(document, { kind: 'song' });
  return { document, timeline, messages: portMessages(document, timeline) };
}

/** Feeds as a timer does that is now and then late. */
function run(out: PortOut, messages: readonly PortMessage[], clock: Clock, from: number, to: number): void {
  for (let now = from, i = 0; now < to; now += 0.025 * (i++ % 5 === 0 ? 4 : 1))
    out.feed(messages, clock, now + 0.2);
}

const isNote = ({ bytes: [status = 0] }: Sent) => status >= 0x80 && status < 0xa0;

test('a port is sent the very notes that play, each at its moment, with a start and 24 clocks a quarter note', () => {
  const { timeline, messages } = waltz();
  const { sent, out } = recorded();
  const clock: Clock = { time: 1, tick: 0, tempos: timeline.tempos, length: timeline.length, loops: false };
  out.start(0, 1);
  run(out, messages, clock, 0.9, 11);
  const until = 10_500;
  const ons = sent.filter(({ bytes: [status = 0], time }) => status >> 4 === 9 && time < until);
  const meant = timeline.events
    .map(({ tick, channel, note, velocity }) => ({
      bytes: [0x90 | channel, note, velocity],
      time: 1000 + secondsAt(timeline.tempos, tick) * 1000,
    }))
    .filter(({ time }) => time < until);
  const inOrder = (list: readonly Sent[]) =>
    list.map(({ bytes, time }) => `${time.toFixed(3)} ${bytes.join(' ')}`).sort();
  expect(ons.length).toBeGreaterThan(40);
  expect(inOrder(ons)).toEqual(inOrder(meant));
  expect(sent[0]).toEqual({ bytes: [0xfa], time: 1000 });
  const clocks = sent.filter(({ bytes: [status] }) => status === 0xf8).map(({ time }) => time);
  const tempo = timeline.tempos[0]?.tempo ?? 0;
  clocks.forEach((time, i) => expect(time).toBeCloseTo(1000 + (i * 60_000) / tempo / 24, 6));
});

test('from a later place it says the song position and goes on; stopping ends every note, then stops', () => {
  const { timeline, messages } = waltz();
  const { sent, out } = recorded();
  const tick = 960 * 9;
  out.start(tick, 0);
  run(out, messages, { time: 0, tick, tempos: timeline.tempos, length: timeline.length, loops: false }, 0, 2);
  out.stop();
  expect(sent.slice(0, 2).map(({ bytes }) => bytes)).toEqual([[0xf2, 36, 0], [0xfb]]);
  expect(sent.at(-1)?.bytes).toEqual([0xfc]);
  const open = new Map<string, number>();
  for (const { bytes } of sent.filter(isNote)) {
    const [status = 0, note = 0] = bytes;
    const key = `${status & 15} ${note}`;
    open.set(key, (open.get(key) ?? 0) + (status >= 0x90 ? 1 : -1));
  }
  expect(open.size).toBeGreaterThan(3);
  expect([...open.values()].every((count) => count === 0)).toBe(true);
  const before = sent.length;
  out.feed(messages, { time: 0, tick, tempos: timeline.tempos, length: timeline.length, loops: false }, 3);
  expect(sent).toHaveLength(before);
});

test('what loops goes round on the port, with clocks that stay even', () => {
  const message = (tick: number, bytes: number[]): PortMessage => ({ tick, bytes: Uint8Array.from(bytes) });
  const messages = [message(0, [0x90, 60, 90]), message(900, [0x80, 60, 64])];
  const { sent, out } = recorded();
  out.start(0, 0);
  run(out, messages, { time: 0, tick: 0, tempos: [{ tick: 0, tempo: 120 }], length: 960, loops: true }, 0, 3);
  const ons = sent.filter(({ bytes: [status] }) => status === 0x90).map(({ time }) => time);
  expect(ons.slice(0, 5)).toEqual([0, 500, 1000, 1500, 2000]);
  const clocks = sent.filter(({ bytes: [status] }) => status === 0xf8).map(({ time }) => time);
  clocks.forEach((time, i) => expect(time).toBeCloseTo((i * 500) / 24, 6));
});

test('where it goes on by another clock, what sounds is ended there and nothing of before is sent any more', () => {
  const message = (tick: number, bytes: number[]): PortMessage => ({ tick, bytes: Uint8Array.from(bytes) });
  const messages = [0, 960, 1920, 2880].flatMap((tick, i) => [
    message(tick, [0x90, 60 + i, 90]),
    message(tick + 959, [0x80, 60 + i, 64]),
  ]);
  const { sent, out } = recorded();
  const tempos = [{ tick: 0, tempo: 60 }];
  const before: Clock = { time: 0, tick: 0, tempos, length: 3840, loops: false };
  // From the middle of the first note on to the last one.
  const after: Clock = { ...before, time: 0.5, tick: 2880 };
  out.start(0, 0);
  out.feed(messages, before, 0.4);
  out.feed(messages, before, 0.5);
  for (const to of [0.6, 0.9, 1.7]) {
    out.feed(messages, before, 0.5);
    out.feed(messages, after, to);
  }
  expect(sent.filter(isNote).map(({ bytes, time }) => [bytes[0], bytes[1], Math.round(time)])).toEqual([
    [0x90, 60, 0],
    [0x80, 60, 500],
    [0x90, 63, 500],
    [0x80, 63, 1499],
  ]);
});
