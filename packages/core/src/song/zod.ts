import type { z } from 'zod';
import type { Deep } from './deep.ts';

/**
 * The schema library, handed to whatever describes a shape. Types are had from such a function without the library, so
 * that a page which only shows and edits songs does not load it.
 */
export type Zod = typeof z;

/** Type that a schema described by a function lets through. */
export type Described<S extends (z: Zod) => z.ZodType> = Deep<z.infer<ReturnType<S>>>;
