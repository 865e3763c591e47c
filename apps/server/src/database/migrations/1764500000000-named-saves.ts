import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A save has a name of its own, and what was answered is kept with it, so that a repeated one is answered alike. */
export class NamedSaves1764500000000 implements MigrationInterface {
  readonly name = 'NamedSaves1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE change ADD COLUMN saveId text');
    await runner.query('ALTER TABLE change ADD COLUMN answer text');
    await runner.query(
      'CREATE UNIQUE INDEX change_saveId ON change (songId, saveId) WHERE saveId IS NOT NULL',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX change_saveId');
    for (const column of ['answer', 'saveId']) await runner.query(`ALTER TABLE change DROP COLUMN ${column}`);
  }
}
