import { isSafeAddress, type Tile } from '@/core/boards';

export interface Opens {
  readonly href: string;
  readonly words: string;
  readonly outside: boolean;
}

/** What a click on a tile opens; `undefined` where it opens nothing. */
export function opensOf({ show, opens = 'workbench' }: Tile, title = 'the chart'): Opens | undefined {
  if (typeof opens === 'object')
    return isSafeAddress(opens.address)
      ? { href: opens.address, words: `Open ${opens.address}`, outside: true }
      : undefined;
  if (opens === 'nothing' || !('chart' in show)) return undefined;
  return opens === 'sheet'
    ? { href: `/charts/${show.chart}/sheet`, words: `Open the sheet of ${title}`, outside: false }
    : { href: `/charts/${show.chart}`, words: `Open ${title}`, outside: false };
}
