import type { Condition, Filter } from '../spec';

/** A page of charts and single figures, placed on a grid of 12 columns. */
export interface Board {
  readonly name: string;
  readonly tiles: readonly Tile[];
  /** Held against every tile whose sheet has a column of that name: `column` is the name of a column, not its key. */
  readonly filters: readonly Filter[];
  /** How often tables that stay in a database are looked at, in seconds; 0 never. */
  readonly refresh: number;
}

export interface Tile {
  readonly id: string;
  /** Columns and rows of the grid, from 0. */
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly show: { readonly chart: string } | { readonly text: string };
  /** What a click on it opens; its workbench unless it says otherwise. */
  readonly opens?: 'workbench' | 'sheet' | 'nothing' | { readonly address: string };
  readonly onlyIf?: Condition;
}

export const COLUMNS = 12;
export const MOST_ROWS = 200;
export const MOST_TILES = 100;
export const REFRESH = 60;
