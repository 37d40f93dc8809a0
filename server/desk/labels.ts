import { ArrayMaxSize, ArrayUnique, IsArray, IsString, Length } from 'class-validator';
import { and, eq, isNull } from 'drizzle-orm';
import { validInput } from '@/core/spec';
import { database } from '../db/client';
import { boards, charts, sheets } from '../db/schema';
import { notFound } from '../problem';

class LabelsInput {
  @IsArray()
  @ArrayMaxSize(20)
  @ArrayUnique()
  @IsString({ each: true })
  @Length(1, 40, { each: true })
  labels!: string[];
}

/** @throws InvalidInput */
export function parseLabels(body: unknown): string[] {
  const { labels } = validInput(LabelsInput, body, 'request');
  return [...new Set(labels.map((label) => label.trim()).filter(Boolean))];
}

/** Files a sheet, a chart or a board under labels. @throws Problem 404 */
export async function keepLabels(id: string, labels: string[]): Promise<void> {
  for (const table of [sheets, charts, boards]) {
    const found = await database()
      .update(table)
      .set({ labels })
      .where(and(eq(table.id, id), isNull(table.deletedAt)))
      .returning({ id: table.id });
    if (found.length > 0) return;
  }
  throw notFound('sheet, chart or board');
}
