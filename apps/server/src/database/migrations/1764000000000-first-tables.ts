import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Songs as records, their changes, and what was exported. */
export class FirstTables1764000000000 implements MigrationInterface {
  readonly name = 'FirstTables1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE song (
      id text PRIMARY KEY NOT NULL, name text NOT NULL, tempo real NOT NULL, meter text NOT NULL, bars real NOT NULL,
      keyName text NOT NULL, revision integer NOT NULL, updatedAt text NOT NULL, deletedAt text)`);
    await runner.query(`CREATE TABLE record (
      songId text NOT NULL REFERENCES song(id) ON DELETE CASCADE, id text NOT NULL, kind text NOT NULL,
      body text NOT NULL, PRIMARY KEY (songId, id))`);
    await runner.query(`CREATE TABLE change (
      songId text NOT NULL REFERENCES song(id) ON DELETE CASCADE, revision integer NOT NULL, label text NOT NULL,
      inverse text NOT NULL, at text NOT NULL, PRIMARY KEY (songId, revision))`);
    await runner.query(`CREATE TABLE export (
      id text PRIMARY KEY NOT NULL, songId text NOT NULL REFERENCES song(id) ON DELETE CASCADE,
      number integer NOT NULL, revision integer NOT NULL, options text NOT NULL, at text NOT NULL)`);
    await runner.query('CREATE INDEX export_song ON export (songId, number)');
    await runner.query(`CREATE TABLE region (
      exportId text NOT NULL REFERENCES export(id) ON DELETE CASCADE, id text NOT NULL, position integer NOT NULL,
      kind text NOT NULL, name text NOT NULL, file text NOT NULL, startBar real, bars real NOT NULL,
      hits integer NOT NULL, state text NOT NULL, sha256 text NOT NULL, bytes blob NOT NULL,
      PRIMARY KEY (exportId, id))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['region', 'export', 'change', 'record', 'song'])
      await runner.query(`DROP TABLE ${table}`);
  }
}
