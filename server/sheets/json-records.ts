import { readFile } from 'node:fs/promises';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { isLosslessNumber, parse } from 'lossless-json';
import { ReadingRefusal, widestOf, type Encoding } from '@/core/reading';
import { gridRecords } from './grid-records';
import type { ReceivedFile, RecordSource } from './records';

const LARGEST = 256 * 1024 * 1024;
const MOST_NAMES = 1_000;
const DEEPEST = 8;

type Flat = ReadonlyMap<string, string>;

/**
 * The records of a JSON file: an array of objects, an object of arrays, an array of arrays, or one object a line. Nested
 * objects become columns with dotted names; numbers keep the digits that they are written with.
 * @throws ReadingRefusal with the place where the file is no JSON, or holds no table.
 */
export async function jsonRecords(file: ReceivedFile): Promise<RecordSource> {
  if (file.bytes > LARGEST)
    throw new ReadingRefusal(
      'This JSON file is larger than 256 MB, the most that is read of this kind. Save it as CSV, or split it.',
    );
  const grid = (await wholeFile(file)) ?? (await lineByLine(file));
  return {
    about: { format: 'json', encoding: file.encoding },
    notes: [],
    small: true,
    decimal: '.',
    records: (progress) => gridRecords(grid, progress),
  };
}

async function wholeFile({ path, encoding }: ReceivedFile): Promise<string[][] | undefined> {
  const text = decodeWhole(await readFile(path), encoding);
  let value: unknown;
  try {
    value = parse(text);
  } catch (error) {
    const lines = text.split('\n').filter((line) => line.trim() !== '');
    if (lines.length > 1 && lines.slice(0, 2).every(isObjectLine)) return undefined;
    throw new ReadingRefusal(
      `This file begins like JSON and is none: ${placeOf(error, text)}. Export it again, then drop it.`,
    );
  }
  return tableOf(value);
}

const decodeWhole = (bytes: Buffer, encoding: Encoding) => new TextDecoder(encoding).decode(bytes);

function isObjectLine(line: string): boolean {
  try {
    return isPlainObject(parse(line));
  } catch {
    return false;
  }
}

/** One object a line (newline-delimited JSON). */
async function lineByLine({ path }: ReceivedFile): Promise<string[][]> {
  const records: Flat[] = [];
  let number = 0;
  for await (const line of createInterface({ input: createReadStream(path, 'utf8'), crlfDelay: Infinity })) {
    number++;
    if (line.trim() === '') continue;
    let value: unknown;
    try {
      value = parse(line);
    } catch {
      throw new ReadingRefusal(
        `Line ${number.toLocaleString('en-GB')} of this file is no JSON, though the lines before it are. Mend or take away that line, then drop the file again.`,
      );
    }
    records.push(flatten(value));
  }
  return gridOf(records);
}

function placeOf(error: unknown, text: string): string {
  const at = Number(/position (\d+)/.exec(String(error))?.[1] ?? NaN);
  if (Number.isNaN(at)) return 'it ends too early';
  return `something is wrong in line ${text.slice(0, at).split('\n').length.toLocaleString('en-GB')}`;
}

function tableOf(value: unknown): string[][] {
  if (Array.isArray(value)) {
    if (value.length > 0 && value.every(Array.isArray)) return (value as unknown[][]).map((row) => row.map(textOf));
    return gridOf(value.map(flatten));
  }
  if (isPlainObject(value)) {
    const entries = Object.entries(value);
    if (entries.length > 0 && entries.every(([, one]) => Array.isArray(one) && !one.some(isPlainObject))) {
      const lists = entries as [string, unknown[]][];
      const length = widestOf(lists.map(([, list]) => list));
      return [
        lists.map(([name]) => name),
        ...Array.from({ length }, (_, i) => lists.map(([, list]) => textOf(list[i]))),
      ];
    }
    // The table may stand under one of the names: { "data": [ … ] }.
    const within = entries
      .map(([, one]) => one)
      .filter((one): one is unknown[] => Array.isArray(one) && one.length > 0 && isPlainObject(one[0]));
    if (within.length === 1) return gridOf(within[0].map(flatten));
    if (within.length === 0) return gridOf([flatten(value)]);
  }
  throw new ReadingRefusal(
    'This JSON holds no table. An array of objects is read, an object of arrays, or one object a line.',
  );
}

function isPlainObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value) && !isLosslessNumber(value);
}

function flatten(value: unknown): Flat {
  const flat = new Map<string, string>();
  const walk = (one: unknown, name: string, depth: number) => {
    if (isPlainObject(one) && depth < DEEPEST)
      for (const [key, inner] of Object.entries(one)) walk(inner, name ? `${name}.${key}` : key, depth + 1);
    else flat.set(name || 'Value', textOf(one));
  };
  walk(value, '', 0);
  return flat;
}

function textOf(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (isLosslessNumber(value)) return value.value;
  return typeof value === 'object'
    ? JSON.stringify(value, (_, inner: unknown) => (isLosslessNumber(inner) ? Number(inner.value) : inner))
    : String(value);
}

function gridOf(records: readonly Flat[]): string[][] {
  const names = new Set<string>();
  for (const record of records) for (const name of record.keys()) names.add(name);
  if (names.size > MOST_NAMES)
    throw new ReadingRefusal(
      `The objects of this file have ${names.size.toLocaleString('en-GB')} different names; at most 1,000 columns can be read. Leave names out, then drop it again.`,
    );
  const header = [...names];
  return [header, ...records.map((record) => header.map((name) => record.get(name) ?? ''))];
}
