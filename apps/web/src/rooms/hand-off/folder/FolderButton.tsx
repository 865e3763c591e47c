import { Button } from '@mui/material';
import type { FolderPlan } from '@plucky/core/midi';
import { counted } from '@plucky/core/time';
import { useMutation } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ExportResult } from '../../../api/client.ts';
import { notify } from '../../../shared/ui/notify.ts';
import { filesOf } from '../files-of.ts';
import { leftRegions } from '../left-regions.ts';
import { folderPicker } from './folder.ts';
import type { FileToLay } from './lay-into.ts';

/** Lays the files of a hand-off into a folder, where the browser has a way to one. */
export function FolderButton({ result }: { result: ExportResult }) {
  const pick = useMemo(() => folderPicker(), []);
  const laying = useMutation({
    mutationFn: async () => {
      const folder = await pick?.();
      if (!folder) return;
      const [files, { layInto }] = await Promise.all([filesToLay(result), import('./lay-into.ts')]);
      notify(wordsOf(folder.name, await layInto(folder, files)));
    },
    onError: (error) => notify(error.message, { variant: 'error' }),
  });
  if (!pick) return null;
  return (
    <Button
      disabled={laying.isPending}
      title="Files that were laid there before are replaced in place; no other file is touched"
      onClick={() => laying.mutate()}
    >
      Hand-off {result.number} into a folder…
    </Button>
  );
}

/** The files of a hand-off, by what they are of. */
async function filesToLay(result: ExportResult): Promise<readonly FileToLay[]> {
  const files = await filesOf(result.exportId);
  if (!files) throw new Error('The files could not be had from the server. Nothing was written.');
  const ids = new Map([...leftRegions(result).values()].map(({ id, file }) => [file, id]));
  return files.map(({ file, bytes }) => ({
    id: ids.get(file) ?? `list.${file}`,
    isList: !ids.has(file),
    file,
    bytes: new Uint8Array(bytes),
  }));
}

function wordsOf(folder: string, { files, write, taken }: FolderPlan): string {
  const same = files.length - write.length;
  const words = [
    write.length
      ? `${counted(write.length, 'file')} written into ${folder}`
      : `Nothing was to be written into ${folder}`,
    same > 0 ? `${counted(same, 'is', 'are')} there as before` : '',
    taken.length ? `${taken.join(', ')} ${taken.length === 1 ? 'was' : 'were'} not ours and left alone` : '',
  ];
  return `${words.filter(Boolean).join('; ')}.`;
}
