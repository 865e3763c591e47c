import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How much time was seen to pass, in ms, when that was last written down, and when by it a copy was last made. One row. */
@Entity('seen')
export class SeenEntity {
  @PrimaryColumn('integer') id!: number;
  @Column('real') time!: number;
  @Column('text') at!: string;
  @Column('real', { nullable: true }) copied!: number | null;
}
