import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A region that has left says what is heard of it, so that one that is only written otherwise is told from one that changed, and
 * an export has the texts that go with its files.
 */
export class Sounds1764400000000 implements MigrationInterface {
  readonly name = 'Sounds1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE region ADD COLUMN sound text');
    await runner.query("ALTER TABLE export ADD COLUMN texts text NOT NULL DEFAULT '[]'");
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE export DROP COLUMN texts');
    await runner.query('ALTER TABLE region DROP COLUMN sound');
  }
}
