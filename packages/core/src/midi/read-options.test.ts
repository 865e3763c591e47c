import { USUAL_EXPORT } from '../song/index.ts';
import { exportOptions } from './read-options.ts';

test('what is left out, or has no value, is as usual; what is said counts', () => {
  expect(exportOptions({ regions: ['song'] })).toEqual({ ...USUAL_EXPORT, regions: ['song'] });
  expect(exportOptions({ regions: ['slot'], ppq: undefined, names: undefined, timing: 'grid' })).toEqual({
    ...USUAL_EXPORT,
    regions: ['slot'],
    timing: 'grid',
  });
});

test('a region of no kind, an empty name and a value that is none are refused', () => {
  expect(() => exportOptions({ regions: [] })).toThrow();
  expect(() => exportOptions({ regions: ['song'], names: ' ' })).toThrow('must not be empty');
  expect(() => exportOptions({ regions: ['song'], ppq: 100 as 480 })).toThrow();
});
