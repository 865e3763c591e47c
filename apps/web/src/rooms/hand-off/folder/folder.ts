/** A folder on the computer that files are laid into. */
export interface Folder {
  readonly name: string;
  /** Of the files in it, not of those in folders of it. */
  readonly names: () => Promise<readonly string[]>;
  /** Throws where there is no such file. */
  readonly read: (name: string) => Promise<Uint8Array<ArrayBuffer>>;
  readonly write: (name: string, bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
}

/** Members of a folder that the browser's own types leave out. */
interface Listed {
  readonly entries: () => AsyncIterable<readonly [string, { readonly kind: 'file' | 'directory' }]>;
}

/** The way to a folder where the browser has one: a person chooses it, or nothing comes back. */
export function folderPicker(search = window.location.search): (() => Promise<Folder | null>) | null {
  if (new URLSearchParams(search).get('folder') === 'simulated')
    return () => Promise.resolve(simulatedFolder());
  const { showDirectoryPicker } = window as {
    showDirectoryPicker?: (options: { mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
  };
  if (!showDirectoryPicker) return null;
  return async () => {
    try {
      return browserFolder(await showDirectoryPicker.call(window, { mode: 'readwrite' }));
    } catch (error) {
      // Who closes the choice has chosen nothing.
      if (error instanceof DOMException && error.name === 'AbortError') return null;
      throw error;
    }
  };
}

function browserFolder(handle: FileSystemDirectoryHandle): Folder {
  return {
    name: handle.name,
    names: async () => {
      const names: string[] = [];
      for await (const [name, { kind }] of (handle as unknown as Listed).entries())
        if (kind === 'file') names.push(name);
      return names;
    },
    read: async (name) => {
      const file = await (await handle.getFileHandle(name)).getFile();
      return new Uint8Array(await file.arrayBuffer());
    },
    write: async (name, bytes) => {
      const file = await handle.getFileHandle(name, { create: true });
      const stream = await file.createWritable();
      await stream.write(bytes);
      await stream.close();
    },
  };
}

/** Content of the simulated folder, for tests and for browsers without folders; it is gone with the page. */
export const simulatedFiles = new Map<string, Uint8Array<ArrayBuffer>>();

function simulatedFolder(): Folder {
  return {
    name: 'Simulated folder',
    names: () => Promise.resolve([...simulatedFiles.keys()]),
    read: (name) => {
      const bytes = simulatedFiles.get(name);
      return bytes ? Promise.resolve(bytes) : Promise.reject(new Error(`There is no ${name}.`));
    },
    write: (name, bytes) => {
      simulatedFiles.set(name, bytes);
      return Promise.resolve();
    },
  };
}
