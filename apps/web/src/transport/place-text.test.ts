import { meter } from '@plucky/core/time';
import { placeText } from './PlaceText.tsx';

const bars = { meters: [{ tick: 0, meter: meter(4, 4) }] };

test('a place is told as bar and beat, also where seconds left it a hair before its beat', () => {
  expect(placeText(bars, 0)).toBe('bar 1, beat 1');
  expect(placeText(bars, 28 * 3840 - 1e-6)).toBe('bar 29, beat 1');
  expect(placeText(bars, 28 * 3840 + 2 * 960 + 959)).toBe('bar 29, beat 3');
});
