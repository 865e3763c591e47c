/** A record or shelf pattern of any format, as it is stored. */
export type Stored = Readonly<Record<string, unknown>>;

/**
 * The work of one step from a format to the next. Each record is brought up by itself, so that single records, as in an
 * unsaved edit, can be brought up without the rest of their song. Pure.
 */
export interface FormatMigration {
  readonly record: (record: Stored) => Stored;
  readonly shelf: (item: Stored) => Stored;
}
