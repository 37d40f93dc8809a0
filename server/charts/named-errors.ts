import { InvalidInput, type FormerColumn } from '@/core/spec';

/** The same errors with the names that columns had which are not there any more. */
export function namedErrors(error: InvalidInput, formerOf: (sheet: string) => readonly FormerColumn[]): InvalidInput {
  return new InvalidInput(
    error.errors.map((one) => {
      const { lacks } = one;
      const known = lacks && formerOf(lacks.sheet).find(({ key }) => key === lacks.column);
      return known ? { ...one, message: `the sheet has no column "${known.name}" any more` } : one;
    }),
  );
}
