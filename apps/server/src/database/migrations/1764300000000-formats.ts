import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rows of JSON say their format; all of before are of format 1. */
export class Formats1764300000000 implements MigrationInterface {
  readonly name = 'Formats1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const table of ['song', 'change', 'shelf'])
      await runner.query(`ALTER TABLE ${table} ADD COLUMN format integer NOT NULL DEFAULT 1`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['shelf', 'change', 'song'])
      await runner.query(`ALTER TABLE ${table} DROP COLUMN format`);
  }
}
