/** A record or shelf pattern of any format, as it is stored. */
export type Stored = Readonly<Record<string, unknown>>;

/**
 * One step from a format to the next. Each record is brought up by itself, so that single records, as in an unsaved edit,
 * can be brought up without the rest of their song. Pure.
 */
export interface FormatMigration {
  /** The format that it leads to, one above the one that it starts from. */
  readonly to: number;
  readonly name: string;
  readonly record: (record: Stored) => Stored;
  readonly shelf: (item: Stored) => Stored;
}
