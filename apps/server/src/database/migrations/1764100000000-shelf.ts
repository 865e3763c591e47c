import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Patterns that people keep for other songs. */
export class Shelf1764100000000 implements MigrationInterface {
  readonly name = 'Shelf1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE shelf (
      id text PRIMARY KEY NOT NULL, name text NOT NULL, body text NOT NULL, at text NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE shelf');
  }
}
