import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Regions keep their tracks, for the lists of later hand-offs; the regions of a hand-off say which were chosen, and no tick does.
 * Swells left as a second crash before it was asked how.
 */
export class TracksOfRegions1764700000000 implements MigrationInterface {
  readonly name = 'TracksOfRegions1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE region ADD COLUMN tracks text NOT NULL DEFAULT '[]'");
    await runner.query("UPDATE export SET options = json_remove(options, '$.ticks')");
    await runner.query(
      `UPDATE export SET options = json_set(options, '$.swells', 'crash')
        WHERE songId IN (SELECT songId FROM record WHERE kind = 'voice' AND json_extract(body, '$.sound') = 'swell')`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE region DROP COLUMN tracks');
  }
}
