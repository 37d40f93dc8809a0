import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { parseBoard, type Board } from '@/core/boards';
import { parseDelivery, type Delivery } from '@/core/deliveries';
import type { ColumnProfile } from '@/core/inference';
import { FORMS, type Form } from '@/core/layout';
import { ENCODINGS } from '@/core/reading';
import { InvalidInput, NestedList, parseSpec, validInput, type ChartSpec } from '@/core/spec';
import type { SheetRow } from '../sheets/sheets';
import { parseCorrection } from '../sheets/correction-input';
import { parseReadingChange } from '../sheets/reading-input';

export const FORMAT = 'up-chart-workspace';
export const VERSION = 1;
/** The name of the list in the archive; files stand beside it under the SHA-256 of their content. */
export const LIST = 'workspace.json';
export const FILES = 'files/';

/** A sheet as it goes along: its file, and all that its user said of it; its rows are read anew. */
export interface KeptSheet extends Pick<
  SheetRow,
  | 'id'
  | 'name'
  | 'fileName'
  | 'fileBytes'
  | 'encoding'
  | 'file'
  | 'kind'
  | 'choices'
  | 'corrections'
  | 'knownKeys'
  | 'headers'
  | 'former'
  | 'groupColors'
  | 'labels'
> {
  readonly rowSaid?: SheetRow['rowSaid'];
  /** Of a table that stays in its database. */
  readonly live?: SheetRow['live'];
  readonly columns?: ColumnProfile[];
  readonly row?: SheetRow['row'];
  readonly rowCount?: number;
}
export interface KeptChart {
  readonly id: string;
  readonly spec: ChartSpec;
  readonly name?: string;
  readonly title: string;
  readonly form: Form;
  readonly labels: string[];
}
export interface KeptSource {
  readonly id: string;
  readonly name: string;
  readonly host: string;
  readonly port: number;
  readonly database: string;
  readonly user: string;
}

/** Everything of a desk beside the received files. No passwords. */
export interface Workspace {
  readonly format: typeof FORMAT;
  readonly version: typeof VERSION;
  readonly madeAt: string;
  readonly sources: readonly KeptSource[];
  readonly sheets: readonly KeptSheet[];
  readonly charts: readonly KeptChart[];
  readonly boards: readonly (Board & { readonly id: string; readonly labels: string[] })[];
  readonly deliveries: readonly Delivery[];
}

const Id = () => Matches(/^\w{1,64}$/, { message: '$property must be an id' });
const MOST = 20_000;

class SourceInput {
  @Id() id: unknown;
  @IsString() @MaxLength(200) name: unknown;
  @IsString() @MaxLength(253) host: unknown;
  @IsInt() @Min(1) @Max(65_535) port: unknown;
  @IsString() @MaxLength(200) database: unknown;
  @IsString() @MaxLength(200) user: unknown;
}
class SheetInput {
  @Id() id: unknown;
  @IsString() @MaxLength(200) name: unknown;
  @IsString() @MaxLength(300) fileName: unknown;
  @IsInt() @Min(0) fileBytes: unknown;
  @IsIn([...ENCODINGS, 'database']) encoding: unknown;
  @Matches(/^([0-9a-f]{64})?$/, { message: 'file must be the name of a file in the archive' }) file: unknown;
  @IsIn(['xlsx', 'ods', 'json', 'text']) kind: unknown;
  @IsObject() choices: unknown;
  @IsObject() corrections: unknown;
  @IsObject() knownKeys: unknown;
  @IsArray() @IsString({ each: true }) headers: unknown;
  @IsArray() former: unknown;
  @IsObject() groupColors: unknown;
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) labels: unknown;
  @IsOptional() @IsObject() rowSaid: unknown;
  @IsOptional() @IsObject() live: unknown;
  @IsOptional() @IsArray() columns: unknown;
  @IsOptional() @IsObject() row: unknown;
  @IsOptional() @IsInt() @Min(0) rowCount: unknown;
}
class ChartInput {
  @Id() id: unknown;
  @IsObject() spec: unknown;
  @IsOptional() @IsString() @MaxLength(300) name: unknown;
  @IsString() @MaxLength(2000) title: unknown;
  @IsIn([...FORMS]) form: unknown;
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) labels: unknown;
}
class BoardInput {
  @Id() id: unknown;
  @IsString() name: unknown;
  @IsArray() tiles: unknown;
  @IsArray() filters: unknown;
  @IsInt() refresh: unknown;
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) labels: unknown;
}
class DeliveryInput {
  @IsObject() what: unknown;
  @IsArray() to: unknown;
  @IsOptional() @IsString() subject: unknown;
  @IsOptional() @IsString() message: unknown;
  @IsArray() attach: unknown;
  @IsObject() every: unknown;
  @IsOptional() @IsObject() onlyIf: unknown;
  @IsOptional() @IsBoolean() paused: unknown;
}
class WorkspaceInput {
  @Equals(FORMAT) format: unknown;
  @Equals(VERSION) version: unknown;
  @IsString() madeAt: unknown;
  @NestedList(() => SourceInput, 1_000) sources: unknown;
  @NestedList(() => SheetInput, MOST) sheets: unknown;
  @NestedList(() => ChartInput, MOST) charts: unknown;
  @NestedList(() => BoardInput, MOST) boards: unknown;
  @NestedList(() => DeliveryInput, MOST) deliveries: unknown;
}

/** Checks the list of a workspace whole, each part by what its own requests are checked by. @throws InvalidInput */
export function parseWorkspace(value: unknown): Workspace {
  validInput(WorkspaceInput, value, 'workspace', { nulls: () => true });
  const given = value as Workspace;
  const sheets = new Set(given.sheets.map(({ id }) => id));
  given.sheets.forEach((sheet, i) => at(`sheets.${i}`, () => checkSheet(sheet, given)));
  given.charts.forEach(({ spec }, i) =>
    at(`charts.${i}.spec`, () => {
      parseSpec(spec);
      if (!sheets.has(spec.sheet))
        throw new InvalidInput([{ path: 'sheet', message: 'its sheet is not in the archive' }]);
    }),
  );
  given.boards.forEach(({ name, tiles, filters, refresh }, i) =>
    at(`boards.${i}`, () => parseBoard({ name, tiles, filters, refresh })),
  );
  given.deliveries.forEach((delivery, i) => at(`deliveries.${i}`, () => parseDelivery(delivery)));
  return given;
}

function at(path: string, check: () => void): void {
  try {
    check();
  } catch (error) {
    if (!(error instanceof InvalidInput)) throw error;
    throw new InvalidInput(error.errors.map((one) => ({ ...one, path: one.path ? `${path}.${one.path}` : path })));
  }
}

const KEY = /^c[1-9]\d{0,5}$/;
const COLOR = /^#[0-9a-fA-F]{6}$/;

function checkSheet(sheet: KeptSheet, { sources }: Workspace): void {
  const wrong = (path: string, message: string): never => {
    throw new InvalidInput([{ path, message }]);
  };
  if (Object.keys(sheet.choices).length > 0) parseReadingChange(sheet.choices);
  for (const correction of Object.values(sheet.corrections))
    if (Object.keys(correction).length > 0) parseCorrection(correction);
  if ([...Object.keys(sheet.corrections), ...Object.values(sheet.knownKeys)].some((key) => !KEY.test(key)))
    wrong('knownKeys', 'must be keys of columns');
  if (Object.values(sheet.groupColors).some((color) => !COLOR.test(color))) wrong('groupColors', 'must be colours');
  if (!sheet.live) {
    if (sheet.file === '') wrong('file', 'a sheet has a file, or stays in a database');
    return;
  }
  const { source, relation, columns } = sheet.live;
  if (!sources.some(({ id }) => id === source)) wrong('live.source', 'its database is not in the archive');
  const named = 'query' in relation ? typeof relation.query === 'string' : typeof relation.table === 'string';
  if (!named || !Array.isArray(columns)) wrong('live', 'is no table of a database');
  if (!sheet.columns || sheet.columns.some(({ key }) => !KEY.test(key))) wrong('columns', 'must be columns with keys');
}
