import Papa from 'papaparse';
import { GERMINATION_HEADER, germinationTrials } from './germination-trials';
import { TILL_HEADER, tillReceipts } from './till-receipts';
import { WATERING_HEADER, wateringLog } from './watering-log';

export interface DemoFile {
  readonly name: string;
  readonly sheet: string;
  readonly text: string;
}

const csv = (header: readonly string[], rows: readonly string[][]) =>
  `${Papa.unparse([[...header], ...rows], { newline: '\r\n' })}\r\n`;

/** The files of Quillbrook Nursery. All of it is made up. */
export function demoFiles(): DemoFile[] {
  return [
    { name: 'watering-log.csv', sheet: 'Watering log', text: csv(WATERING_HEADER, wateringLog()) },
    { name: 'germination-trials.csv', sheet: 'Germination trials', text: csv(GERMINATION_HEADER, germinationTrials()) },
    { name: 'till-receipts.csv', sheet: 'Till receipts 2023–2025', text: csv(TILL_HEADER, tillReceipts()) },
  ];
}
