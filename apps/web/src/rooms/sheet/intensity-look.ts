import type { Intensity } from '@plucky/core/song';
import type { Token } from '../../shared/ui/tokens.ts';

/** Name and look of each curve. */
export const INTENSITY_LOOK: Readonly<
  Record<Intensity, { readonly name: string; readonly ink: Token; readonly dashes: string }>
> = {
  density: { name: 'Density', ink: 'hat', dashes: 'none' },
  drive: { name: 'Drive', ink: 'plum', dashes: '6 4' },
};
