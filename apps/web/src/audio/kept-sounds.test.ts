import { KeptSounds } from './kept-sounds.ts';

/** A browser's caches, as far as sounds need them. */
class Caches {
  readonly all = new Map<string, Map<string, { arrayBuffer: () => Promise<ArrayBuffer> }>>();
  keys = () => Promise.resolve([...this.all.keys()]);
  delete = (name: string) => Promise.resolve(this.all.delete(name));
  open = (name: string) => {
    const entries = this.all.get(name) ?? new Map<string, { arrayBuffer: () => Promise<ArrayBuffer> }>();
    this.all.set(name, entries);
    return Promise.resolve({
      match: (key: string) => Promise.resolve(entries.get(key)),
      put: (key: string, response: { arrayBuffer: () => Promise<ArrayBuffer> }) => {
        entries.set(key, response);
        return Promise.resolve();
      },
    });
  };
}

/** An answer copies its body when it is made. */
class Answer {
  readonly #samples: Float32Array<ArrayBuffer>;
  constructor(samples: Float32Array<ArrayBuffer>) {
    this.#samples = samples.slice();
  }
  arrayBuffer = () => Promise.resolve(this.#samples.slice().buffer);
}

const render = jest.fn(() => Float32Array.of(0.5, -0.25, 1));

beforeEach(() => {
  render.mockClear();
  Object.assign(globalThis, { caches: new Caches(), Response: Answer });
});
afterAll(() => {
  Object.assign(globalThis, { caches: undefined });
});

test('a sound is rendered once for a build, and has the same samples ever after', async () => {
  const first = await new KeptSounds('a').samples('kick 1', render);
  first[0] = 9;
  const again = await new KeptSounds('a').samples('kick 1', render);
  expect([...again]).toEqual([0.5, -0.25, 1]);
  expect(render).toHaveBeenCalledTimes(1);
  await new KeptSounds('a').samples('kick 2', render);
  expect(render).toHaveBeenCalledTimes(2);
});

test('another build renders for itself, and the older sounds go', async () => {
  await new KeptSounds('a').samples('kick 1', render);
  await new KeptSounds('b').samples('kick 1', render);
  expect(render).toHaveBeenCalledTimes(2);
  expect(await caches.keys()).toEqual(['plucky-verse.sounds.b']);
});

test('where nothing can be kept, sounds are rendered', async () => {
  Object.assign(globalThis, { caches: undefined });
  expect([...(await new KeptSounds('a').samples('kick 1', render))]).toEqual([0.5, -0.25, 1]);
});
