import type { ConditionNow } from '@/core/api';
import { conditionWords, figureWords } from '@/core/boards';
import { answered, conditionFigure, conditionSpec } from '@/core/shaping';
import { ConditionInput, meets, validInput, type Condition } from '@/core/spec';
import { asker } from '../query/run';
import { sheetBook } from './book';
import { checkSpec } from './model';

/** @throws InvalidInput */
export const parseCondition = (body: unknown): Condition => validInput(ConditionInput, body, 'condition') as Condition;

/** How a condition stands now. @throws Problem 404 without its sheet, InvalidInput where the sheet has no such column */
export async function conditionNow(condition: Condition, signal?: AbortSignal): Promise<ConditionNow> {
  const book = await sheetBook(condition.sheet);
  const { sources } = book;
  checkSpec(conditionSpec(condition, sources), book);
  const figure = await answered(conditionFigure(condition, sources), asker(book.sheets, signal));
  return {
    figure,
    words: figureWords(figure, condition, sources),
    says: conditionWords(condition, sources),
    holds: meets(figure, condition),
  };
}
