'use client';

import { createContext, useContext } from 'react';
import type { QueryClient } from '@tanstack/react-query';
import type { ColumnProfile, Correction } from '@/core/inference';
import { api, type CorrectionChange, type Sheet } from '../api';

/** One correction that can be undone: what it said, and what was said of the same parts before. */
export interface CorrectionStep {
  readonly id: string;
  readonly column: string;
  readonly before: CorrectionChange;
  readonly after: CorrectionChange;
}

/** Corrects a column; where it stands decides how it is undone. */
export type Correct = (sheet: Sheet, column: ColumnProfile, correction: CorrectionChange) => Promise<Sheet>;

const Correcting = createContext<Correct>((sheet, column, correction) => api.correct(sheet.id, column.key, correction));
export const CorrectingProvider = Correcting.Provider;
export const useCorrect = () => useContext(Correcting);

/** A correction with what stood in its place before: `null` where nothing was said. */
export function stepOf(sheet: Sheet, { key }: Pick<ColumnProfile, 'key'>, after: CorrectionChange): CorrectionStep {
  const said: Partial<Correction> = sheet.corrections[key] ?? {};
  const parts = Object.keys(after) as (keyof Correction)[];
  const before = Object.fromEntries(parts.map((part) => [part, said[part] ?? null])) as CorrectionChange;
  return { id: `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 8)}`, column: key, before, after };
}

/** Says something of a column anew, and lets every screen see it. */
export async function sayAgain(client: QueryClient, sheet: string, column: string, what: CorrectionChange) {
  const next = await api.correct(sheet, column, what);
  client.setQueryData(['sheet', sheet], next);
  return next;
}
