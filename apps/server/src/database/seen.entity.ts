import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The time that was seen to pass, in ms, when that was written down, and when by it a copy was last made. One row. */
@Entity('seen')
export class SeenEntity {
  @PrimaryColumn('integer') id!: number;
  @Column('real') time!: number;
  @Column('text') at!: string;
  @Column('real', { nullable: true }) copied!: number | null;
}
