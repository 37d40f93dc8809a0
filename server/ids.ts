import { customAlphabet } from 'nanoid';

/** Opaque ids that are safe in addresses and in names of tables. */
export const newId = customAlphabet('abcdefghijkmnpqrstuvwxyz23456789', 14);
