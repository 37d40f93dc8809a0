import type { Query } from '@tanstack/react-query';
import { ApiError } from '../api';

/** How often what the server could not answer is asked for again, in ms. */
const AGAIN_MS = 3_000;

/** Whether the application, or its database, was not reached: it is worth asking again. */
export const isOutage = (error: unknown): boolean =>
  error instanceof ApiError && (error.status === 0 || error.title === 'The database is not there');

/** The interval in which a query asks again while the application or its database is away; `false` while they are there. */
export const whileAway = ({ state }: Pick<Query, 'state'>): number | false =>
  isOutage(state.error) ? AGAIN_MS : false;
