import { demoFiles } from '@/demo/files';
import { columnValues } from '@/server/sheets/values';
import type { SpecSheet } from './random-specs';
import { takeIn } from './sheets';

/** The sheets of the demo, taken in, with some values of each column: what charts are made up of at random. */
export async function demoSpecSheets(
  onTaken: (id: string, name: string) => void = () => undefined,
): Promise<SpecSheet[]> {
  const taken = await Promise.all(
    (await demoFiles()).map(async ({ name, content }) => {
      const sheet = await takeIn(name, content);
      onTaken(sheet.id, name);
      return sheet;
    }),
  );
  return Promise.all(
    taken.map(async ({ id, columns }) => ({
      id,
      columns,
      values: new Map(
        await Promise.all(
          columns.map(async ({ key }) => {
            const { values } = await columnValues(id, key, '');
            return [key, values.slice(0, 8).map(({ value }) => value)] as const;
          }),
        ),
      ),
    })),
  );
}
