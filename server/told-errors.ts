import { ReadingRefusal } from '@/core/reading';
import { InvalidInput } from '@/core/spec';
import { Problem } from './problem';

/** An error as it crosses between processes and threads, which keep no classes. */
export interface ToldError {
  readonly kind: 'refusal' | 'input' | 'problem' | 'other';
  readonly message: string;
  readonly status?: number;
  readonly title?: string;
  readonly errors?: Problem['errors'];
  readonly code?: string;
}

export function tellable(error: unknown): ToldError {
  if (error instanceof ReadingRefusal) return { kind: 'refusal', message: error.message };
  if (error instanceof InvalidInput) return { kind: 'input', message: error.message, errors: error.errors };
  if (error instanceof Problem)
    return { kind: 'problem', message: error.detail, status: error.status, title: error.title, errors: error.errors };
  const { message = String(error), code } = error as { message?: string; code?: string };
  return { kind: 'other', message, code };
}

/** The error again as it was thrown on the other side. */
export function toldError(told: ToldError): Error {
  if (told.kind === 'refusal') return new ReadingRefusal(told.message);
  if (told.kind === 'input') return new InvalidInput(told.errors ?? []);
  if (told.kind === 'problem')
    return new Problem(told.status ?? 500, told.title ?? 'Something went wrong', told.message, told.errors);
  return Object.assign(new Error(told.message), told.code ? { code: told.code } : {});
}
