import type { ConditionNow } from '@/core/api';
import { conditionWords, standingWords } from '@/core/boards';
import { answered, conditionFigure, conditionSpec } from '@/core/shaping';
import { ConditionInput, InvalidInput, meets, validInput, type Condition } from '@/core/spec';
import { Problem } from '../problem';
import { asker } from '../query/run';
import { sheetBook, type Book } from './book';
import { checkSpec } from './model';

/** @throws InvalidInput */
export const parseCondition = (body: unknown): Condition => validInput(ConditionInput, body, 'condition') as Condition;

/** Whether a condition can be looked at. @throws InvalidInput that names what of it is not there, below `path` */
export async function checkCondition(condition: Condition, path: string): Promise<void> {
  try {
    await conditionBook(condition);
  } catch (error) {
    if (error instanceof InvalidInput) {
      const said = new Set(error.errors.map(({ message }) => message));
      throw new InvalidInput([...said].map((message) => ({ path, message })));
    }
    if (error instanceof Problem && error.status < 500)
      throw new InvalidInput([{ path: `${path}.sheet`, message: error.detail }]);
    throw error;
  }
}

/** The book of a condition that can be looked at. @throws Problem 404 without its sheet, InvalidInput where the sheet has no such column */
export async function conditionBook(condition: Condition): Promise<Book> {
  const book = await sheetBook(condition.sheet);
  checkSpec(conditionSpec(condition, book.sources), book);
  return book;
}

/**
 * How a condition stands now. Its windows ("this month") go by the clock, not by the newest date of the sheet: what ended long
 * ago has no rows in them, and that is said. @param today the day that the clock shows, ISO 8601
 * @throws Problem 404 without its sheet, InvalidInput where the sheet has no such column
 */
export async function conditionNow(condition: Condition, today: string, signal?: AbortSignal): Promise<ConditionNow> {
  const { sources, sheets } = await conditionBook(condition);
  const found = await answered(conditionFigure(condition, { ...sources, today }), asker(sheets, signal));
  return {
    figure: found.value,
    words: standingWords(found, condition, sources),
    says: conditionWords(condition, sources),
    holds: meets(found.value, condition),
  };
}
