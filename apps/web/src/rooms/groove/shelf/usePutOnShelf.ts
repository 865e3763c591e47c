import type { ShelfPattern } from '@plucky/core/song';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api } from '../../../api/client.ts';
import { notify } from '../../../shared/ui/notify.ts';

/** Puts a pattern on the shelf, and says so or why not. */
export function usePutOnShelf() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (pattern: ShelfPattern) => api.addToShelf(pattern),
    onSuccess: async (_, { name }) => {
      await queries.invalidateQueries({ queryKey: ['shelf'] });
      notify(`${name} is on the shelf, for every song.`);
    },
    onError: (error, { name }) =>
      notify(`${error.message} ${name} is not on the shelf.`, { variant: 'warning' }),
  });
}
