import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Changes are undone by patches instead of whole records, and one entry may stand for several that were thinned; an export
 * is kept in steps, with what its check found.
 */
export class SmallHistory1764200000000 implements MigrationInterface {
  readonly name = 'SmallHistory1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE change ADD COLUMN undo blob');
    await runner.query('ALTER TABLE change ADD COLUMN covers integer NOT NULL DEFAULT 1');
    await runner.query("ALTER TABLE export ADD COLUMN state text NOT NULL DEFAULT 'done'");
    await runner.query('ALTER TABLE region ADD COLUMN events integer NOT NULL DEFAULT 0');
    await runner.query("ALTER TABLE region ADD COLUMN differences text NOT NULL DEFAULT '[]'");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE region DROP COLUMN differences');
    await runner.query('ALTER TABLE region DROP COLUMN events');
    await runner.query('ALTER TABLE export DROP COLUMN state');
    await runner.query('ALTER TABLE change DROP COLUMN covers');
    await runner.query('ALTER TABLE change DROP COLUMN undo');
  }
}
