import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Regions keep their tracks, for the lists of later hand-offs; the regions of a hand-off say which were chosen, and no tick does. */
export class TracksOfRegions1764700000000 implements MigrationInterface {
  readonly name = 'TracksOfRegions1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE region ADD COLUMN tracks text NOT NULL DEFAULT '[]'");
    await runner.query("UPDATE export SET options = json_remove(options, '$.ticks')");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE region DROP COLUMN tracks');
  }
}
