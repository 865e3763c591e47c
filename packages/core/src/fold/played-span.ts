/** A track from a tick of the song on: its pattern, and the start in it; null for silence. */
export interface PlayedSpan {
  readonly at: number;
  readonly length: number;
  readonly plays: { readonly member: number; readonly from: number } | null;
}
