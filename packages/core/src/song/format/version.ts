/**
 * The format of what is stored: a song's records, a pattern on the shelf, a kept change, an unsaved edit in the browser.
 * Raise it with every change of shape that an older program would refuse or misread, and add the migration that leads to
 * it to `migrations.ts`. What is stored without a number is of format 1.
 */
export const FORMAT = 9;
