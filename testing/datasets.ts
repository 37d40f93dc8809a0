import { readFileSync } from 'node:fs';
import Papa from 'papaparse';

/** A file of the vega-datasets package (data of published sources, named in its own SOURCES). */
export function dataset(name: string): Buffer {
  return readFileSync(`node_modules/vega-datasets/data/${name}`);
}

const held = new Map<string, string[][]>();

/** The cells of a dataset as texts, its header first: of a delimited file as they stand, of JSON as they would be written. */
export function rowsOfDataset(name: string): string[][] {
  let rows = held.get(name);
  if (!rows) held.set(name, (rows = name.endsWith('.json') ? fromJson(name) : fromText(name)));
  return rows;
}

function fromText(name: string): string[][] {
  const text = dataset(name)
    .toString('utf8')
    .replace(/^\uFEFF/, '');
  return Papa.parse<string[]>(text, { delimiter: name.endsWith('.tsv') ? '\t' : ',', skipEmptyLines: true }).data;
}

function fromJson(name: string): string[][] {
  const objects = JSON.parse(dataset(name).toString('utf8')) as Record<string, unknown>[];
  const header = [...new Set(objects.flatMap(Object.keys))];
  const text = (value: unknown) =>
    value === null || value === undefined ? '' : typeof value === 'object' ? JSON.stringify(value) : String(value);
  return [header, ...objects.map((object) => header.map((key) => text(object[key])))];
}
