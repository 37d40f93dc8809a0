import type { ChartModel } from '@/core/layout';
import type { Box } from '@/core/boards';
import type { PictureKind } from '@/core/api';
import type { PageWords } from './to-page';

/** A board to be drawn: its tiles at their places, laid out already. */
export interface BoardToDraw {
  readonly name: string;
  readonly second: string;
  readonly width: number;
  readonly height: number;
  readonly tiles: readonly {
    readonly id: string;
    readonly box: Box;
    readonly title?: string;
    readonly model?: ChartModel;
    readonly text?: string;
    readonly error?: string;
  }[];
}

/** What is to be drawn: a chart that was laid out as a whole picture, as a file of a kind or as a page; or a board. */
export type PictureJob =
  | { readonly chart: ChartModel; readonly kind: PictureKind; readonly zoom: number }
  | { readonly chart: ChartModel; readonly kind: 'page'; readonly words: PageWords }
  /** To stand in a page of ours among others: without faces, which are there, and with ids that begin with `ids`. */
  | { readonly chart: ChartModel; readonly kind: 'inline'; readonly ids: string }
  | { readonly board: BoardToDraw; readonly kind: PictureKind; readonly zoom: number };
