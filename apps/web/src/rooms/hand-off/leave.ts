import type { ExportOptions, Id } from '@plucky/core/song';
import { api, ApiError, type ExportResult, type ExportState } from '../../api/client.ts';

/** Time between two questions about an export's state, in ms. */
const ASK_EVERY = 250;

/**
 * Has regions of a song exported, all that play something where none are named, and waits for it; `tell` is told how it is on the way. Aborting the signal cancels it.
 * Throws ApiError for what the server refuses or could not finish.
 */
export async function leave(
  songId: string,
  options: ExportOptions,
  only: readonly Id[] | null,
  tell: (state: ExportState) => void,
  signal: AbortSignal,
): Promise<ExportResult> {
  let now = await api.beginExport(songId, only ? { ...options, only } : options);
  for (;;) {
    if (now.state === 'done') return now;
    if (now.state === 'failed') throw new ApiError(422, now.message);
    tell(now);
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY));
    if (signal.aborted) await api.cancelExport(now.exportId).catch(() => undefined);
    now = await api.findExport(now.exportId);
  }
}
