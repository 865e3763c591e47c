import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { PackedUndo } from './history/undo.ts';

/** A song's face in lists; its contents are its records. */
@Entity('song')
export class SongEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('real') tempo!: number;
  @Column('text') meter!: string;
  @Column('real') bars!: number;
  @Column('text') keyName!: string;
  @Column('integer') revision!: number;
  @Column('text') updatedAt!: string;
  /** When it was put in the bin. */
  @Column('text', { nullable: true }) deletedAt!: string | null;
  /** When it was put there by the time that was seen to pass, in ms. */
  @Column('real', { nullable: true }) binnedAt!: number | null;
  /** Of its records. */
  @Column('integer', { default: 1 }) format!: number;
}

/** One record of a song, as JSON. */
@Entity('record')
export class RecordEntity {
  @PrimaryColumn('text') songId!: string;
  @PrimaryColumn('text') id!: string;
  @Column('text') kind!: string;
  @Column('text') body!: string;
}

/**
 * What made a revision, with the way back to the one kept before it: `undo`, a packed change (in older entries a
 * packed patch), or in entries of before there were patches `inverse`, a whole change set. `covers` counts the changes that thinning has taken into it.
 */
@Entity('change')
export class ChangeEntity {
  @PrimaryColumn('text') songId!: string;
  @PrimaryColumn('integer') revision!: number;
  @Column('text') label!: string;
  @Column('text') inverse!: string;
  @Column('text') at!: string;
  @Column('blob', { nullable: true }) undo!: PackedUndo | null;
  @Column('integer', { default: 1 }) covers!: number;
  /** Of the records that the way back leads to. */
  @Column('integer', { default: 1 }) format!: number;
  /** The name that the page gave its save, and the answer that it got, as JSON. */
  @Column('text', { nullable: true }) saveId!: string | null;
  @Column('text', { nullable: true }) answer!: string | null;
  /** When it was made by the time that was seen to pass, in ms. */
  @Column('real', { default: 0 }) seenAt!: number;
}
