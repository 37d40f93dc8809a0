import { PgDialect } from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import { byKey, type Filter } from '@/core/spec';
import type { GroupedQuery } from '@/core/grain';
import { readTable } from '@/testing/table';
import { groupedSql } from './to-sql';

const { columns } = readTable([
  ['Day', "Spot'); DROP TABLE sheets;--", 'Sold'],
  ['2025-03-03', 'Yard', '1'],
  ['2025-03-04', 'Shop', '2'],
]);

function statement(filters: Filter[]): { sql: string; params: unknown[] } {
  const query: GroupedQuery = {
    kind: 'grouped',
    sheet: 's',
    axes: [
      { as: 'step', column: 'c1', step: 'day', calendar: {} },
      { as: 'value', column: 'c2' },
    ],
    measures: [{ want: 'rows' }, { want: 'sum', of: 'c3' }],
    filters,
  };
  return new PgDialect().sqlToQuery(groupedSql(query, { table: sql`sheets.t`, columns: byKey(columns), placed: true }));
}

test('names of columns never become part of a statement, values only as parameters', () => {
  const evil = "x' OR 1=1; DROP TABLE charts;--";
  const { sql: text, params } = statement([{ column: 'c2', keep: [evil, null] }]);
  expect(text).not.toContain('DROP');
  expect(JSON.stringify(params)).toContain('DROP TABLE charts');
  expect(text).toMatch(/"c1".*GROUP BY 1, 2/);
});

test('without filters there is no WHERE, and grouping is done once', () => {
  const { sql: text } = statement([]);
  expect(text).not.toContain('WHERE');
  expect(text.match(/GROUP BY/g)).toHaveLength(1);
});
