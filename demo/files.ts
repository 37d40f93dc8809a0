import Papa from 'papaparse';
import { BENCH_HEADER, benchTargets } from './bench-targets';
import { GERMINATION_HEADER, germinationTrials } from './germination-trials';
import { heatingCosts } from './heating-costs';
import { planNotes, seasonPlan } from './season-plan';
import { TILL_HEADER, tillReceipts } from './till-receipts';
import { WATERING_HEADER, wateringLog } from './watering-log';
import { workbook } from './workbook';

export interface DemoFile {
  readonly name: string;
  readonly sheet: string;
  readonly content: string | Buffer;
}

const csv = (header: readonly string[], rows: readonly string[][]) =>
  `${Papa.unparse([[...header], ...rows], { newline: '\r\n' })}\r\n`;

/** The till receipts alone: the largest of the demo's files. */
export function tillFile(): DemoFile & { readonly content: string } {
  return { name: 'till-receipts.csv', sheet: 'Till receipts 2023–2025', content: csv(TILL_HEADER, tillReceipts()) };
}

/** The files of Quillbrook Nursery. All of it is made up. */
export async function demoFiles(): Promise<DemoFile[]> {
  return [
    { name: 'bench-targets.csv', sheet: 'Bench targets', content: csv(BENCH_HEADER, benchTargets()) },
    {
      name: 'season-plan.xlsx',
      sheet: 'Season plan',
      content: await workbook([
        { name: 'Plan', rows: seasonPlan(), formats: { 1: 'mmm yyyy', 3: '[$£-809]#,##0' } },
        { name: 'Notes', rows: planNotes() },
      ]),
    },
    {
      name: 'heating-costs.xlsx',
      sheet: 'Heating costs 2025',
      content: await workbook([{ name: 'Bays', rows: heatingCosts() }]),
    },
    { name: 'watering-log.csv', sheet: 'Watering log', content: csv(WATERING_HEADER, wateringLog()) },
    {
      name: 'germination-trials.csv',
      sheet: 'Germination trials',
      content: csv(GERMINATION_HEADER, germinationTrials()),
    },
    tillFile(),
  ];
}
