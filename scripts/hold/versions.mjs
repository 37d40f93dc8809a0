/** Files that say in every row which version they are, so that a mixture of two shows. */
export const rowsOf = (version) => 2_000 + version;

export const versionFile = (version) =>
  `Day,Version,Row,Note\n${Array.from({ length: rowsOf(version) }, (_, i) => `2025-${String((i % 12) + 1).padStart(2, '0')}-${String((i % 28) + 1).padStart(2, '0')},${version},${i},n${i % 9}`).join('\n')}\n`;

export const formOf = (name, content) => {
  const form = new FormData();
  form.append('file', new Blob([content]), name);
  return form;
};

/** Which version a sheet is, by its name, its rows and what is known of them; what does not fit is told. */
export async function versionOf(client, id) {
  const sheet = (await client.ask(`/api/sheets/${id}`)).body;
  const rows = (await client.ask(`/api/sheets/${id}/rows?offset=0&limit=1000`)).body;
  const at = sheet.columns.findIndex(({ name }) => name === 'Version');
  const seen = new Set(rows.rows.map((row) => Number(row[at])));
  const { stats } = sheet.columns[at];
  const faults = [];
  const [version] = seen;
  if (seen.size !== 1) faults.push(`holds rows of ${[...seen].join(' and ')}`);
  if (sheet.rowCount !== rowsOf(version)) faults.push(`says ${sheet.rowCount} rows of version ${version}`);
  if (Number(stats.min) !== version || Number(stats.max) !== version)
    faults.push(`knows ${stats.min} to ${stats.max} of version ${version}`);
  if (sheet.fileName !== `v${version}.csv`) faults.push(`is called ${sheet.fileName} and is version ${version}`);
  return { version, faults, sheet };
}

export const correct = (client, id, key, correction) =>
  client.ask(`/api/sheets/${id}/columns/${key}`, { method: 'PATCH', body: correction });

/** A plain chart of a sheet of these. */
export const chartOf = (sheet, title) => ({
  version: 1,
  sheet: sheet.id,
  across: { as: 'time', column: 'c1', step: 'month' },
  layers: [{ id: 'l1', amount: { column: 'c3' }, summary: 'sum', shape: 'line', side: 'left' }],
  filters: [],
  scales: { left: { fit: 'zero' } },
  text: { title },
});
