import type { ByteSink } from './sink.ts';

/** Writes text as UTF-8; a lone surrogate becomes U+FFFD. */
export function writeUtf8(text: string, sink: ByteSink): void {
  for (const char of text) {
    const read = char.codePointAt(0) ?? 0xfffd;
    const code = read >= 0xd800 && read <= 0xdfff ? 0xfffd : read;
    if (code < 0x80) sink.byte(code);
    else if (code < 0x800) {
      sink.byte(0xc0 | (code >> 6));
      sink.byte(0x80 | (code & 0x3f));
    } else if (code < 0x10000) {
      sink.byte(0xe0 | (code >> 12));
      sink.byte(0x80 | ((code >> 6) & 0x3f));
      sink.byte(0x80 | (code & 0x3f));
    } else {
      sink.byte(0xf0 | (code >> 18));
      sink.byte(0x80 | ((code >> 12) & 0x3f));
      sink.byte(0x80 | ((code >> 6) & 0x3f));
      sink.byte(0x80 | (code & 0x3f));
    }
  }
}

/** Reads UTF-8; bytes that are no UTF-8 are read as Latin-1, as older files have it. */
export function readText(bytes: Uint8Array): string {
  let out = '';
  for (let i = 0; i < bytes.length;) {
    const lead = bytes[i] ?? 0;
    const more = lead < 0x80 ? 0 : lead >= 0xf0 ? 3 : lead >= 0xe0 ? 2 : lead >= 0xc2 ? 1 : -1;
    let code = more <= 0 ? lead : lead & (0x3f >> more);
    for (let k = 1; k <= more; k++) {
      const next = bytes[i + k];
      if (next === undefined || (next & 0xc0) !== 0x80) return latin1(bytes);
      code = (code << 6) | (next & 0x3f);
    }
    if (more < 0 || code > 0x10ffff) return latin1(bytes);
    out += String.fromCodePoint(code);
    i += Math.max(0, more) + 1;
  }
  return out;
}

function latin1(bytes: Uint8Array): string {
  return Array.from(bytes, (byte) => String.fromCharCode(byte)).join('');
}
