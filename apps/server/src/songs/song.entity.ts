import { Column, Entity, PrimaryColumn } from 'typeorm';

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
}

/** One record of a song, as JSON. */
@Entity('record')
export class RecordEntity {
  @PrimaryColumn('text') songId!: string;
  @PrimaryColumn('text') id!: string;
  @Column('text') kind!: string;
  @Column('text') body!: string;
}

/** What made a revision, with the change set that undoes it. */
@Entity('change')
export class ChangeEntity {
  @PrimaryColumn('text') songId!: string;
  @PrimaryColumn('integer') revision!: number;
  @Column('text') label!: string;
  @Column('text') inverse!: string;
  @Column('text') at!: string;
}
