import { meter } from './meter.ts';
import { noteLength, placeName, placeOf } from './place.ts';
import { lengthFrom, noteLengthFrom, placeFrom } from './typed.ts';

const four = meter(4, 4);

test.each([
  ['1', 0],
  [' 3 ', 7680],
  ['2.1', 3840],
  ['1.4', 2880],
  ['1.4.4', 3600],
  ['2.3.2+7', 6007],
  ['1 + 12', 12],
  ['0', null],
  ['1.0', null],
  ['1.5', null],
  ['1.1.5', null],
  ['x1', null],
  ['1x', null],
  ['', null],
])('the place "%s" of 4/4 is read as tick %p', (text, tick) => expect(placeFrom(text, four)).toBe(tick));

test.each([
  ['1', 1],
  ['1/1', 3840],
  ['3/16', 720],
  [' 1 / 4 ', 960],
  ['1 tick', 1],
  ['whole note', 3840],
  ['whole', null],
  ['0', null],
  ['1/0', null],
  ['0/4', null],
  ['1/4 ticks', null],
])('the note length "%s" is read as %p ticks', (text, ticks) => expect(noteLengthFrom(text)).toBe(ticks));

test.each([
  ['1', 2880],
  ['1 bar', 2880],
  ['2 bars 1 beat 5 ticks', 6725],
  ['0.5 beats', 480],
  ['7 ticks', 7],
  ['', null],
  ['1 bar 1', null],
  ['bars', null],
])('the length "%s" of 3/4 is read as %p ticks', (text, ticks) =>
  expect(lengthFrom(text, meter(3, 4))).toBe(ticks),
);

test('a place that is written is read as the same tick, in any meter', () => {
  for (const one of [four, meter(3, 4), meter(7, 8), meter(12, 8)])
    for (let tick = 0; tick < 9000; tick += 37) expect(placeFrom(placeName(tick, one), one)).toBe(tick);
});

test('a note length that is written is read as the same ticks', () => {
  for (const ticks of [1, 60, 80, 240, 250, 480, 959, 960, 3840, 7680])
    expect(noteLengthFrom(noteLength(ticks))).toBe(ticks);
  expect(noteLength(3840)).toBe('whole note');
});

test('a place is counted in bars, beats, quarters of a beat, and ticks', () => {
  expect(placeOf(3840 + 960 + 480 + 11, four)).toEqual({ bar: 2, beat: 2, quarter: 3, rest: 11 });
});
