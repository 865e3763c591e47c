import { isHeld, type KitId, LAYERS, renderClick, type Samples } from '@plucky/sound';
import type { Renderer } from './bank.worker.ts';

/** Which sound is wanted; drums take no notice of the note, held sounds none of the kit. */
export interface SoundWanted {
  readonly name: string;
  readonly note: number;
  readonly kit: KitId;
}

/** Rendered sounds as buffers: prepared in a worker, or at once when one is wanted that is not ready. */
export class SoundBank {
  readonly #context: BaseAudioContext;
  readonly #buffers = new Map<string, AudioBuffer>();
  /** Sounds that the worker has been asked for. */
  readonly #coming = new Set<string>();
  readonly #clicks = new Map<boolean, AudioBuffer>();
  #worker: Worker | null = null;
  #failures = 0;
  /** Renderer on the page, for sounds that the worker has not made yet; fetched before anything is played. */
  #renderNow: typeof import('./render-now.ts') | null = null;

  constructor(context: BaseAudioContext) {
    this.#context = context;
  }

  /** To be waited for before a sound is asked for. */
  async ready(): Promise<typeof import('./render-now.ts')> {
    this.#renderNow ??= await import('./render-now.ts');
    return this.#renderNow;
  }

  /** The buffer of a sound; drums have one per kit and layer, held sounds one per layer and note. */
  get({ name, note, kit }: SoundWanted, layer: number): AudioBuffer {
    const key = keyOf({ name, note, kit }, layer);
    const known = this.#buffers.get(key);
    if (known) return known;
    if (!this.#renderNow) throw new Error('A sound was asked for before the bank was ready.');
    return this.#keep(key, this.#renderNow.renderSound(name, this.#context.sampleRate, layer, note, kit));
  }

  click(onBar: boolean): AudioBuffer {
    const known = this.#clicks.get(onBar);
    if (known) return known;
    const buffer = this.#bufferOf(renderClick(this.#context.sampleRate, onBar));
    this.#clicks.set(onBar, buffer);
    return buffer;
  }

  /** Renders what will be wanted ahead of time. */
  async prepare(sounds: readonly SoundWanted[]): Promise<void> {
    this.#worker ??= this.#startWorker();
    if (!this.#worker) return;
    const { wrap } = await this.ready();
    const renderer = wrap<Renderer>(this.#worker);
    for (const wanted of sounds)
      for (const layer of LAYERS.keys()) {
        const key = keyOf(wanted, layer);
        if (this.#buffers.has(key) || this.#coming.has(key)) continue;
        this.#coming.add(key);
        const { name, note, kit } = wanted;
        const samples = await renderer.render(name, this.#context.sampleRate, layer, note, kit);
        if (!this.#buffers.has(key)) this.#keep(key, samples);
      }
  }

  /** Starts the worker, again once should it fail; after that the page itself renders what is wanted. */
  #startWorker(): Worker | null {
    if (this.#failures > 1) return null;
    const failed = () => {
      this.#failures++;
      this.#worker?.terminate();
      this.#worker = null;
      this.#coming.clear();
    };
    try {
      const worker = new Worker(new URL('./bank.worker.ts', import.meta.url), { type: 'module' });
      worker.onerror = failed;
      return worker;
    } catch {
      failed();
      return null;
    }
  }

  #keep(key: string, samples: Samples): AudioBuffer {
    const buffer = this.#bufferOf(samples);
    this.#buffers.set(key, buffer);
    return buffer;
  }

  #bufferOf(samples: Samples): AudioBuffer {
    const buffer = this.#context.createBuffer(1, samples.length, this.#context.sampleRate);
    buffer.copyToChannel(samples, 0);
    return buffer;
  }
}

function keyOf({ name, note, kit }: SoundWanted, layer: number): string {
  return isHeld(name) ? `${name} ${layer} ${note}` : `${kit} ${name} ${layer}`;
}
