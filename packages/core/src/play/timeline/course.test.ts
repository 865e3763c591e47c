import { documentOf, type Hit, type SectionRole, type SongDocument } from '../../song/index.ts';
import { hit, layer, pattern, section, smallSong, song } from '../../testing/songs.ts';
import { compile } from './compile.ts';
import { courseOf, sagsOf } from './course.ts';

const BAR = 3840;

type Described = readonly [role: SectionRole, velocity: number, phrases: number];

/** A song of sections of four bars a phrase, each with a role, a velocity of its one kick a beat, and its phrases. */
function songOf(...parts: readonly Described[]): SongDocument {
  const beats = (velocity: number): Record<string, Hit> =>
    Object.fromEntries([0, 1, 2, 3].map((i) => [`h${i}`, hit('kick', i * 960, { velocity })]));
  return documentOf([
    ...Object.values(smallSong().records).filter((one) => one.kind !== 'section'),
    ...parts.flatMap(([role, velocity, phrases], i) => [
      pattern(`p${i}`, { own: beats(velocity) }),
      { ...section(`s${i}`, [{ id: 'a', length: 4 * phrases * BAR, layers: [layer(`p${i}`)] }]), role },
    ]),
    song({ form: parts.map((_, i) => ({ id: `o${i}`, section: `s${i}`, times: 1, silencedVoices: [] })) }),
  ]);
}

test('each bar has its hits and its loudness a beat, and together they are what is compiled', () => {
  const document = smallSong();
  const course = courseOf(document);
  expect(course.map((one) => one.bar)).toEqual([1, 2, 3, 4, 5, 6]);
  const heard = compile(document, { kind: 'song' }, { timing: 'grid' }).events;
  expect(course.reduce((sum, one) => sum + one.hits * 4, 0)).toBe(heard.length);
  expect(course[0]?.hits).toBe(5 / 4);
  // Two kicks, two snares and a hat, of velocity 100.
  expect(course[0]?.loudness).toBeCloseTo(((100 / 127) * 4.4) / 4, 6);
  expect(course[2]).toMatchObject({ occurrence: 'o1' });
});

test('a row that is silent in one place of the form is not counted there', () => {
  const document = smallSong({ form: [{ id: 'o1', section: 'verse', times: 1, silencedVoices: ['kick'] }] });
  expect(courseOf(document)[0]?.hits).toBe(3 / 4);
});

test('a chorus that is no louder than the verse before it sags, with the figures, and one that falls too', () => {
  const sags = (...parts: Described[]) => {
    const document = songOf(...parts);
    return sagsOf(document, courseOf(document)).map(({ from, to, how, into }) => [from, to, how, into.id]);
  };
  expect(sags(['verse', 90, 2], ['chorus', 90, 1])).toEqual([[1, 12, 'stays', 's1']]);
  expect(sags(['verse', 90, 2], ['chorus', 120, 2])).toEqual([]);
  expect(sags(['verse', 90, 1], ['chorus', 90, 1])).toEqual([]);
  expect(sags(['verse', 110, 2], ['chorus', 80, 2])).toEqual([[5, 12, 'falls', 's1']]);
  expect(sags(['chorus', 90, 2], ['verse', 90, 2])).toEqual([]);
});
