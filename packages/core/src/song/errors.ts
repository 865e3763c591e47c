/** One thing that is wrong, and where: `path` is the record's id and the field, joined by dots. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** Input that is not a song, a record or a change set at all, or would break a song; nothing was applied. */
export class InvalidSongError extends Error {
  readonly problems: readonly Problem[];
  constructor(problems: readonly Problem[]) {
    const [first] = problems;
    super(
      first
        ? `${first.path}: ${first.message}${problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''}`
        : 'invalid song',
    );
    this.name = 'InvalidSongError';
    this.problems = problems;
  }
}
