import type { ConditionNow } from '@/core/api';
import { conditionWords, figureWords } from '@/core/boards';
import { answered, conditionFigure, conditionSpec } from '@/core/shaping';
import { ConditionInput, meets, validInput, type Condition } from '@/core/spec';
import { asker } from '../query/run';
import { sheetBook, type Book } from './book';
import { checkSpec } from './model';

/** @throws InvalidInput */
export const parseCondition = (body: unknown): Condition => validInput(ConditionInput, body, 'condition') as Condition;

/** The book of a condition that can be looked at. @throws Problem 404 without its sheet, InvalidInput where the sheet has no such column */
export async function conditionBook(condition: Condition): Promise<Book> {
  const book = await sheetBook(condition.sheet);
  checkSpec(conditionSpec(condition, book.sources), book);
  return book;
}

/** How a condition stands now. @throws Problem 404 without its sheet, InvalidInput where the sheet has no such column */
export async function conditionNow(condition: Condition, signal?: AbortSignal): Promise<ConditionNow> {
  const { sources, sheets } = await conditionBook(condition);
  const figure = await answered(conditionFigure(condition, sources), asker(sheets, signal));
  return {
    figure,
    words: figureWords(figure, condition, sources),
    says: conditionWords(condition, sources),
    holds: meets(figure, condition),
  };
}
