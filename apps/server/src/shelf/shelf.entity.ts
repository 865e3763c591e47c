import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A pattern that a person put on the shelf, as JSON. */
@Entity('shelf')
export class ShelfEntity {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('text') body!: string;
  @Column('text') at!: string;
  @Column('integer', { default: 1 }) format!: number;
}
