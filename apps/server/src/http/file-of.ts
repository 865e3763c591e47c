import { StreamableFile } from '@nestjs/common';

/** A file as it is downloaded. */
export interface NamedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** The answer that a browser saves under the file's name. */
export function fileOf({ name, bytes }: NamedFile, type: string): StreamableFile {
  return new StreamableFile(bytes, {
    type,
    // RFC 6266: an ASCII name for old readers, the true one in UTF-8.
    disposition: `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
  });
}
