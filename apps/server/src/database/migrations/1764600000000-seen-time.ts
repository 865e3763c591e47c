import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Ages are counted in time that was seen to pass, in ms, and not by the clock of the machine, which may jump. Songs that
 * lie in the bin begin anew; changes of before are as old as their dates say.
 */
export class SeenTime1764600000000 implements MigrationInterface {
  readonly name = 'SeenTime1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'CREATE TABLE seen (id integer PRIMARY KEY NOT NULL, time real NOT NULL, at text NOT NULL, copied real)',
    );
    await runner.query('ALTER TABLE song ADD COLUMN binnedAt real');
    await runner.query('ALTER TABLE change ADD COLUMN seenAt real NOT NULL DEFAULT 0');
    await runner.query('UPDATE song SET binnedAt = 0 WHERE deletedAt IS NOT NULL');
    await runner.query(
      "UPDATE change SET seenAt = min(0, max(-40e9, (julianday(at) - julianday('now')) * 86400000.0)) WHERE julianday(at) IS NOT NULL",
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE change DROP COLUMN seenAt');
    await runner.query('ALTER TABLE song DROP COLUMN binnedAt');
    await runner.query('DROP TABLE seen');
  }
}
