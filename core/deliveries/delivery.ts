import type { Condition } from '../spec';

/** A chart or a board that goes out by mail at its times. */
export interface Delivery {
  readonly what: { readonly chart: string } | { readonly board: string };
  readonly to: readonly string[];
  readonly subject?: string;
  readonly message?: string;
  readonly attach: readonly Attachment[];
  readonly every: Every;
  readonly onlyIf?: Condition;
  readonly paused?: boolean;
}

/** How long the mail stand-in keeps a message. */
export const OUTBOX_DAYS = 90;

export const ATTACHMENTS = ['png', 'pdf', 'csv', 'xlsx'] as const;
export type Attachment = (typeof ATTACHMENTS)[number];

/** When a delivery goes out: at a time of the clock in a zone, every day, week or month. */
export interface Every {
  readonly step: 'day' | 'week' | 'month';
  /** "HH:MM" in the zone. */
  readonly at: string;
  /** 1 Monday to 7 Sunday (ISO 8601). */
  readonly weekday?: number;
  /** Of a shorter month its last day. */
  readonly day?: number | 'last';
  /** A name of the IANA time zone database: "Europe/London". */
  readonly zone: string;
}
