/** A value of which nothing can be written. */
export type Deep<T> = T extends object ? { readonly [K in keyof T]: Deep<T[K]> } : T;
