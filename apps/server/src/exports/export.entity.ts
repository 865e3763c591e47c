import type { Since } from '@plucky/core/midi';
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
  /** Texts that go with its files and say the place of each, as JSON: by their file names. */
  @Column('text', { default: '[]' }) texts!: string;
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
  /** Beside the last export that held this region; `otherwise` where it sounds the same and is written in another way. */
  @Column('text') state!: Since['state'];
  @Column('text') sha256!: string;
  /** Of what is heard of it; null for those that left before it was kept. */
  @Column('text', { nullable: true }) sound!: string | null;
  /** Its tracks with their channels, as JSON. */
  @Column('text', { default: '[]' }) tracks!: string;
  /** Number of events that were read back and compared, and the differences, as JSON. */
  @Column('integer', { default: 0 }) events!: number;
  @Column('text', { default: '[]' }) differences!: string;
  @Column('blob') bytes!: Buffer;
}
