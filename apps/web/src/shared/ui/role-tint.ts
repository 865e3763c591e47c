import type { SectionRole } from '@plucky/core/song';
import { color } from './tokens.ts';

/** Tint of a section's role; its name says the same. */
export function roleTint(role: SectionRole): string {
  if (role === 'build-up') return color('build');
  return role === 'chorus' ? color('chorus') : color('page');
}
