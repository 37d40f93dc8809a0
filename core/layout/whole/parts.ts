import type { Shape, SymbolName } from '../../spec';
import type { Face } from './face';

/**
 * A chart with all its words as one picture: where title, subtitle, legend, remarks and note stand around the drawing. All in
 * pixels of the picture before it is scaled by `letters`; the corner of the picture is 0, 0.
 */
export interface Whole {
  /** The size of the whole picture as it is shown. */
  readonly width: number;
  readonly height: number;
  /** Larger letters: the picture is laid out for less room and shown so many times as large. */
  readonly letters: number;
  /** The corner of the drawing, whose size is the model's. */
  readonly plot: { readonly left: number; readonly top: number };
  readonly title?: Block;
  readonly subtitle?: Block;
  readonly note?: Block;
  readonly legend: readonly Placed<LegendEntry>[];
  readonly remarks: readonly RemarkNote[];
  readonly ground: string;
  readonly frame: boolean;
}

/** Lines of words in a box. Without lines it is where words would stand. */
export interface Block {
  readonly lines: readonly string[];
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly lineHeight: number;
  readonly align: 'start' | 'middle' | 'end';
  readonly face: Face;
}

/** One entry of a legend: a mark with its name, or what a colour means. */
export type LegendEntry =
  | {
      readonly is: 'series' | 'trend';
      readonly id: string;
      readonly name: string;
      readonly second?: string;
      readonly mark: LegendMark;
    }
  | { readonly is: 'words'; readonly name: string }
  | {
      readonly is: 'run';
      readonly name: string;
      readonly low: string;
      readonly high: string;
      readonly colors: readonly string[];
    }
  | { readonly is: 'chip'; readonly name: string; readonly color: string };

export interface LegendMark {
  readonly symbol: SymbolName;
  readonly color: string;
  readonly shape: Shape | 'dot';
  readonly dash?: 'solid' | 'dashed' | 'dotted';
}

export type Placed<T> = T & { readonly left: number; readonly top: number; readonly width: number };

/** A remark as it is listed under the drawing: its number, where it stands across, its words in lines. */
export interface RemarkNote {
  /** None of what only counts the rest. */
  readonly number?: number;
  readonly place: string;
  readonly strong: string;
  /** The first line begins after place and strong words. */
  readonly lines: readonly string[];
  readonly left: number;
  readonly top: number;
  readonly width: number;
}
