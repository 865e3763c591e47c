import {
  editSong,
  type ExportOptions,
  exportOptionsSchema,
  type Id,
  indexOf,
  optionsOfSong,
  saysSame,
} from '@plucky/core/song';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { api, downloadUrl, type ExportState } from '../../api/client.ts';
import { useDocumentState, useEdit, useSong } from '../../document/context.tsx';
import { schemaResolver } from '../../shared/form/resolver.ts';
import { download } from '../../shared/save-file.ts';
import { notify } from '../../shared/ui/notify.ts';
import { leave } from './leave.ts';

const OPTIONS = schemaResolver<ExportOptions>(exportOptionsSchema);

/** The form of how the song leaves: what is sound of it is kept with the song at once. */
export function useOptionsForm() {
  const edit = useEdit();
  const { song } = indexOf(useSong());
  const said = useMemo(() => optionsOfSong(song.handOff), [song]);
  const form = useForm<ExportOptions>({ values: said, resolver: OPTIONS, mode: 'onChange' });
  const options = useWatch({ control: form.control, compute: (values: ExportOptions) => values });
  const { handleSubmit } = form;
  useEffect(() => {
    if (saysSame(options, said)) return;
    // Letters of a name are one edit, choices one each.
    const gesture = options.names === said.names ? null : 'file names';
    void handleSubmit((handOff) => edit((now) => editSong(now, { handOff }, 'how it leaves'), gesture))();
    // Only what is asked for in the form: what the song says is the form's own then.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [options]);
  return { form, options };
}

/** The hand-offs of the song that are kept, and the one that is looked at: the latest unless another is chosen. */
export function useKeptHandOffs() {
  const songId = useDocumentState((state) => state.songId);
  const [chosen, choose] = useState<string | null>(null);
  const { data: kept } = useQuery({ queryKey: ['exports', songId], queryFn: () => api.keptExports(songId) });
  const id = chosen ?? kept?.exports[0]?.exportId ?? null;
  const { data } = useQuery({
    queryKey: ['export', id],
    queryFn: () => api.findExport(id ?? ''),
    enabled: id !== null,
  });
  return { kept: kept ?? null, shown: data?.state === 'done' ? data : null, choose };
}

/** Has the song leave, and downloads it once it is checked; one that is on the way can be stopped. */
export function useLeaving(onLeft: () => void) {
  const songId = useDocumentState((state) => state.songId);
  const queries = useQueryClient();
  const [onTheWay, setOnTheWay] = useState<ExportState | null>(null);
  const stop = useRef(new AbortController());
  useEffect(() => () => stop.current.abort(), []);
  const leaving = useMutation({
    mutationFn: ({ options, only }: { options: ExportOptions; only: readonly Id[] | null }) => {
      stop.current = new AbortController();
      return leave(songId, options, only, setOnTheWay, stop.current.signal);
    },
    onSuccess: async (result) => {
      queries.setQueryData(['export', result.exportId], result);
      download(downloadUrl.zip(result.exportId));
      onLeft();
      await queries.invalidateQueries({ queryKey: ['exports', songId] });
    },
    onError: (error) =>
      notify(`Nothing was exported. ${error.message}`, {
        variant: stop.current.signal.aborted ? 'info' : 'error',
      }),
    onSettled: () => setOnTheWay(null),
  });
  return { start: leaving.mutate, isOn: leaving.isPending, onTheWay, cancel: () => stop.current.abort() };
}
