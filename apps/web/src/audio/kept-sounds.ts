import type { Samples } from '@plucky/sound';

const PREFIX = 'plucky-verse.sounds.';

/**
 * Rendered sounds in the browser's cache, under the name of the build that renders them: a song that is opened again has its
 * sounds without rendering them. Where nothing can be cached, as in private windows of some browsers, each is rendered anew.
 */
export class KeptSounds {
  readonly #cache: Promise<Cache | null>;

  constructor(build: string) {
    this.#cache = openCache(PREFIX + build).catch(() => null);
  }

  /** The samples by their name, rendered where they are not there yet. */
  async samples(name: string, render: () => Samples): Promise<Samples> {
    const cache = await this.#cache;
    const request = `/sounds/${encodeURIComponent(name)}`;
    const known = await cache?.match(request).catch(() => undefined);
    if (known) return new Float32Array(await known.arrayBuffer());
    const samples = render();
    // A full storage only costs the cache.
    void cache?.put(request, new Response(samples)).catch(() => undefined);
    return samples;
  }
}

/** The cache of this build; those of other builds go. */
async function openCache(own: string): Promise<Cache> {
  for (const name of await caches.keys())
    if (name.startsWith(PREFIX) && name !== own) await caches.delete(name);
  return caches.open(own);
}
