import { Column, Entity, PrimaryColumn } from 'typeorm';

/** One hand-off of a song: numbered from 1, with its options as JSON. */
@Entity('export')
export class ExportEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') songId!: string;
  @Column('integer') number!: number;
  @Column('integer') revision!: number;
  @Column('text') options!: string;
  @Column('text') at!: string;
  /** Running until all its regions are kept. */
  @Column('text', { default: 'done' }) state!: 'running' | 'done';
}

/** A file that left with an export. */
@Entity('region')
export class RegionEntity {
  @PrimaryColumn('text') exportId!: string;
  @PrimaryColumn('text') id!: string;
  @Column('integer') position!: number;
  @Column('text') kind!: string;
  @Column('text') name!: string;
  @Column('text') file!: string;
  @Column('real', { nullable: true }) startBar!: number | null;
  @Column('real') bars!: number;
  @Column('integer') hits!: number;
  /** Beside the last export that held this region. */
  @Column('text') state!: 'new' | 'changed' | 'same';
  @Column('text') sha256!: string;
  /** How many events were read back and compared, and what differed, as JSON. */
  @Column('integer', { default: 0 }) events!: number;
  @Column('text', { default: '[]' }) differences!: string;
  @Column('blob') bytes!: Buffer;
}
