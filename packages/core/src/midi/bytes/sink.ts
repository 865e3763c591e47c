/** A growing run of bytes. */
export class ByteSink {
  #bytes: Uint8Array;
  #length = 0;

  constructor(capacity = 1024) {
    this.#bytes = new Uint8Array(capacity);
  }

  byte(value: number): void {
    if (this.#length === this.#bytes.length) this.#grow(this.#length + 1);
    this.#bytes[this.#length++] = value;
  }

  /** Two or three bytes at once. */
  few(first: number, second: number, third?: number): void {
    if (this.#length + 3 > this.#bytes.length) this.#grow(this.#length + 3);
    const bytes = this.#bytes;
    bytes[this.#length++] = first;
    bytes[this.#length++] = second;
    if (third !== undefined) bytes[this.#length++] = third;
  }

  all(values: ArrayLike<number>): void {
    if (this.#length + values.length > this.#bytes.length) this.#grow(this.#length + values.length);
    this.#bytes.set(values, this.#length);
    this.#length += values.length;
  }

  /** A big-endian number of `size` bytes. */
  number(value: number, size: number): void {
    for (let i = size - 1; i >= 0; i--) this.byte((value >>> (8 * i)) & 0xff);
  }

  /** A variable-length quantity: seven bits a byte, the top bit set on all but the last; at most 0x0fffffff. */
  variable(value: number): void {
    if ((value & 0x0fffffff) !== value)
      throw new RangeError(`${value} is no length that a MIDI file can hold.`);
    if (value >= 0x200000) this.byte(((value >>> 21) & 0x7f) | 0x80);
    if (value >= 0x4000) this.byte(((value >>> 14) & 0x7f) | 0x80);
    if (value >= 0x80) this.byte(((value >>> 7) & 0x7f) | 0x80);
    this.byte(value & 0x7f);
  }

  /** Bytes written so far; later writes do not change them. */
  done(): Uint8Array<ArrayBuffer> {
    return new Uint8Array(this.#bytes.slice(0, this.#length));
  }

  #grow(needed: number): void {
    const bytes = new Uint8Array(Math.max(needed, this.#bytes.length * 2));
    bytes.set(this.#bytes.subarray(0, this.#length));
    this.#bytes = bytes;
  }
}
