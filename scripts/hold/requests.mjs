import pg from 'pg';
import { mutated, nearlyJson, oddText } from './mutate.mjs';
import { random } from './random.mjs';

const LEAKS = /\/(?:home|root|tmp|var|work|usr)\/|node_modules|\bat \w+ \(|postgresql:\/\/\w+:(?!password)/i;

const day = (i) => new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10);
const SALES = `Day,Spot,Item,Takings,Litres,Paid,At,Note\n${Array.from({ length: 400 }, (_, i) => `${day(i)},${['Yard', 'Shop', 'Web'][i % 3]},${['Mint', 'Thyme', 'Sage', 'Dill'][i % 4]},${(i * 37) % 511}.5,${i % 13},${i % 2 ? 'yes' : 'no'},0${i % 9}:30,"n ${i}"`).join('\n')}\n`;
const PLAN = `Month,Planned\n${Array.from({ length: 14 }, (_, i) => `${day(i * 30).slice(0, 7)}-01,${i * 100}`).join('\n')}\n`;

/** What is asked in earnest; each is then made odd. */
function earnest({ sheet, plan, chart, source }) {
  const key = (name) => sheet.columns.find((column) => column.name === name).key;
  const spec = {
    version: 1,
    sheet: sheet.id,
    across: { as: 'time', column: key('Day'), step: 'month' },
    split: { column: key('Spot'), keep: 5 },
    layers: [
      {
        id: 'l1',
        amount: { column: key('Takings') },
        summary: 'sum',
        shape: 'line',
        side: 'left',
        style: { color: '#336699', values: 'ends' },
      },
      {
        id: 'l2',
        amount: { formula: `${key('Takings')} - ${key('Litres')}` },
        summary: 'mean',
        shape: 'column',
        side: 'right',
      },
    ],
    filters: [
      { column: key('Takings'), from: 1, to: 400 },
      { column: key('Spot'), keep: ['Yard', 'Shop', null] },
      { column: key('Day'), window: { last: 300, step: 'day' } },
      { column: key('Item'), top: 3, by: { amount: { column: key('Takings') }, summary: 'sum' } },
    ],
    scales: { left: { fit: 'fixed', min: 0, max: 9000 }, right: { fit: 'zero' } },
    text: { title: 'Takings', series: { l1: 'Money' } },
    look: { legend: 'bottom', colors: { Yard: '#112233' } },
    calendar: { weekStart: 'monday', yearStart: 4 },
  };
  const variant = (change) => ({ ...structuredClone(spec), ...change });
  const one = (shape, more = {}) => [
    { id: 'l1', amount: { column: key('Takings') }, summary: 'sum', shape, side: 'left', ...more },
  ];
  const specs = [
    spec,
    variant({
      across: { as: 'group', column: key('Item'), order: { by: 'value', descending: true }, keep: 3 },
      split: undefined,
      layers: one('bar', { stack: 'stacked' }),
    }),
    variant({
      across: { as: 'cycle', column: key('Day'), cycle: 'weekday' },
      layers: one('column', { then: 'share-of-total' }),
      panels: { column: key('Item'), keep: 4 },
    }),
    variant({ across: { as: 'number', column: key('Litres') }, split: undefined, layers: one('dot') }),
    variant({
      across: { as: 'bins', column: key('Takings'), count: 12 },
      split: undefined,
      layers: [{ id: 'l1', amount: { rows: true }, summary: 'count', shape: 'column', side: 'left' }],
    }),
    variant({
      across: { as: 'rows', column: key('Note'), order: { column: key('Takings') } },
      split: undefined,
      layers: one('line'),
    }),
    variant({
      across: { as: 'group', column: key('Spot') },
      split: undefined,
      layers: one('pie', { style: { ring: 'half' } }),
    }),
    variant({
      split: undefined,
      layers: [
        ...one('line', { then: 'moving-average', thenBy: { over: 3 } }),
        {
          id: 'p',
          amount: { column: plan.columns[1].key },
          summary: 'sum',
          shape: 'line',
          side: 'left',
          from: { sheet: plan.id, across: plan.columns[0].key },
        },
      ],
      setAside: [{ across: '2024-03-01' }],
    }),
    variant({
      split: undefined,
      layers: one('column', { style: { colorBy: { when: [{ is: 'below', than: 20, color: '#c4552d' }] } } }),
      trends: [
        { id: 't1', layer: 'l1', kind: 'polynomial', degree: 2, ahead: 3, band: 0.8 },
        { id: 't2', layer: 'l1', kind: 'smooth', span: 0.5, style: { dash: 'dotted', width: 2 } },
      ],
      references: [
        { id: 'r1', on: 'left', at: { layer: 'l1', figure: 'mean' }, to: 40, name: 'Needed' },
        { id: 'r2', on: 'across', from: { sheet: plan.id, when: plan.columns[0].key } },
      ],
      remarks: { own: [{ id: 'm1', at: '2024-03-01', text: 'Snow' }], columns: [key('Note')] },
      view: { last: 6, step: 'month' },
    }),
    variant({
      split: undefined,
      layers: one('column', {
        style: { colorBy: { amount: { column: key('Litres') }, summary: 'mean', palette: 'clay' } },
      }),
      view: { from: '2024-02-01', to: '2024-04-30' },
    }),
  ];
  const onlyIf = { sheet: sheet.id, amount: { column: key('Takings') }, summary: 'sum', is: 'below', than: 1e9 };
  const board = {
    name: 'Odd',
    tiles: [
      { id: 'a', x: 0, y: 0, w: 6, h: 6, show: { chart: chart.id }, onlyIf },
      { id: 'b', x: 6, y: 0, w: 6, h: 6, show: { text: '# To do' }, opens: { address: 'https://example.org' } },
    ],
    filters: [{ column: 'Spot', keep: ['Yard', null] }],
    refresh: 60,
  };
  const delivery = {
    what: { chart: chart.id },
    to: ['office@quillbrook.example'],
    subject: 'Odd',
    attach: ['csv'],
    every: { step: 'month', at: '08:00', day: 'last', zone: 'Europe/London' },
    onlyIf,
    paused: true,
  };
  const json = (method, path, body, headers) => ({ method, path, body, headers });
  return [
    ...specs.flatMap((one) => [
      json('POST', '/api/preview', { spec: one, width: 800, height: 400, today: '2025-01-31' }),
      json('POST', '/api/grains', { spec: one }),
      json('POST', '/api/data.csv', { spec: one }),
      json('POST', '/api/rows-behind', { spec: one, across: '2024-03-01', series: 'l1', offset: 0, limit: 20 }),
      json('POST', '/api/charts', { spec: one }),
    ]),
    json('POST', '/api/rows-behind.csv', { spec, across: '2024-03-01', series: 'l1' }),
    json('POST', '/api/differences', { spec, from: '2024-02-01', to: '2024-03-01', series: 'l1' }),
    json('PUT', `/api/charts/${chart.id}`, { spec }, { 'if-match': '"1"' }),
    json('GET', `/api/charts/${chart.id}`),
    json('GET', `/api/charts/${chart.id}/data.csv`),
    json('POST', '/api/suggestions', {
      sheet: sheet.id,
      picks: [key('Day'), key('Takings')],
      width: 800,
      height: 500,
      locale: 'en-GB',
    }),
    json('POST', '/api/starts', { sheet: sheet.id, width: 400, height: 100, locale: 'en-GB' }),
    json('GET', `/api/sheets/${sheet.id}`),
    json('GET', `/api/sheets/${sheet.id}/rows?offset=0&limit=20`),
    json('GET', `/api/sheets/${sheet.id}/charts`),
    json('GET', `/api/sheets/${sheet.id}/columns/${key('Spot')}/values?search=a`),
    json('PATCH', `/api/sheets/${sheet.id}`, { name: 'Sales' }),
    json('PATCH', `/api/sheets/${sheet.id}`, { row: { is: 'event', name: 'sale' } }),
    json('PATCH', `/api/sheets/${sheet.id}`, { colors: { Yard: '#17594a', Shop: null } }),
    json('PATCH', `/api/sheets/${plan.id}/columns/c2`, {
      name: 'Planned',
      unit: 'GBP',
      summary: 'sum',
      role: 'amount',
    }),
    json('PATCH', `/api/sheets/${plan.id}/columns/c2`, { type: 'decimal', format: { decimal: '.' } }),
    json('PATCH', `/api/sheets/${plan.id}/reading`, {
      headerRow: 1,
      rows: { from: 1, to: 20 },
      findings: { header: true },
      worksheet: 'x',
    }),
    json('PATCH', `/api/sheets/${plan.id}/reading`, { back: true }),
    json('POST', `/api/sheets/${plan.id}/again`, {}),
    json('PUT', '/api/settings', { calendar: { weekStart: 'monday', yearStart: 4 } }),
    json(
      'POST',
      '/api/sheets',
      '--x\r\nContent-Disposition: form-data; name="file"; filename="a.csv"\r\n\r\na,b\n1,2\n\r\n--x--\r\n',
      { 'content-type': 'multipart/form-data; boundary=x' },
    ),
    json('POST', '/api/picture.svg', { spec, width: 400, height: 300 }),
    json('POST', '/api/picture.png', { spec, width: 200, height: 150, zoom: 2 }),
    json('POST', '/api/data.json', { spec }),
    json('POST', '/api/data.ods', { spec }),
    json('POST', '/api/boards', board),
    json('POST', '/api/deliveries', delivery),
    json('POST', '/api/condition', delivery.onlyIf),
    json('GET', '/api/boards'),
    json('GET', '/api/deliveries?of=x'),
    json('GET', '/api/outbox'),
    json('GET', '/api/deleted'),
    json('PUT', `/api/labels/${sheet.id}`, { labels: ['Spring'] }),
    json('GET', '/api/settings'),
    json('GET', '/api/sheets'),
    json('GET', '/api/charts'),
    json('GET', '/api/sources'),
    json('POST', '/api/sources', { address: 'postgresql://nobody:no@127.0.0.1:1/none', name: 'x' }),
    json('GET', `/api/sources/${source.id}/tables`),
    json('POST', `/api/sources/${source.id}/rows`, { schema: 'firm', table: 'sales' }),
    json('POST', `/api/sources/${source.id}/rows`, { query: 'SELECT day, takings FROM firm.sales' }),
    json('POST', `/api/sources/${source.id}/sheets`, { schema: 'firm', table: 'odd "name', name: 'Odd' }),
  ];
}

/** A small database of a firm, with names that need care, and a user that only reads. */
export async function firm(databaseUrl) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query(`
      DROP SCHEMA IF EXISTS firm CASCADE; CREATE SCHEMA firm;
      CREATE TABLE firm.sales (day date, spot text, takings numeric, at timestamptz DEFAULT now());
      INSERT INTO firm.sales SELECT DATE '2024-01-01' + i, 'spot ' || i % 3, i FROM generate_series(1, 300) i;
      CREATE TABLE firm."odd ""name" ("a ""b" int, "c;d" text); INSERT INTO firm."odd ""name" VALUES (1, 'x'), (2, 'y');
      DO $$ BEGIN CREATE ROLE firm_reader LOGIN PASSWORD 'reads'; EXCEPTION WHEN duplicate_object THEN NULL; END $$;
      GRANT USAGE ON SCHEMA firm TO firm_reader; GRANT SELECT ON ALL TABLES IN SCHEMA firm TO firm_reader;`);
  } finally {
    await client.end();
  }
  const address = new URL(databaseUrl);
  address.username = 'firm_reader';
  address.password = 'reads';
  return String(address);
}

function oddRequest(request, rnd) {
  const odd = { ...request, headers: { ...request.headers } };
  if (typeof odd.body === 'string') odd.body = odd.body.slice(0, rnd.below(odd.body.length));
  else if (odd.body !== undefined) odd.body = rnd.chance(0.9) ? mutated(odd.body, rnd) : nearlyJson(odd.body, rnd);
  const parts = odd.path.split('/');
  if (odd.body === undefined || rnd.chance(0.08)) {
    const at = 2 + rnd.below(parts.length - 2);
    const spoilt = rnd.one([
      '%00',
      '%zz',
      '%ff',
      '..',
      '%2e%2e',
      '',
      'null',
      encodeURIComponent(oddText(rnd).toWellFormed()).slice(0, 4000),
    ]);
    odd.path = parts.map((part, i) => (i === at ? spoilt : part)).join('/');
  }
  if (rnd.chance(0.1))
    odd.path += `${odd.path.includes('?') ? '&' : '?'}${rnd.one(['offset=-1', 'limit=1e9', 'search=%00', 'offset=99999999999999999999', 'now=%00&was=%00', 'mode=x', 'search=%', 'a=%zz'])}`;
  if (rnd.chance(0.05)) odd.method = rnd.one(['DELETE', 'PUT', 'PATCH', 'OPTIONS', 'HEAD', 'POST', 'GET', 'PROPFIND']);
  if (rnd.chance(0.1)) odd.headers['if-match'] = rnd.one(['99999999999', '"x"', '*', '-1', '', '"1", "2"']);
  if (rnd.chance(0.05))
    odd.headers['content-type'] = rnd.one([
      'text/plain',
      'application/x-www-form-urlencoded',
      'multipart/form-data',
      'multipart/form-data; boundary=x',
      'application/json; charset=utf-16',
    ]);
  if (odd.method === 'GET' || odd.method === 'HEAD') odd.body = undefined;
  return odd;
}

/** Whether an address, once its steps up are taken, is one of the API. */
const isApi = ({ address }, { path }) => /^\/api\//.test(new URL(address + path).pathname);

/** Twenty thousand requests that are nearly right. None is answered by an error of the server's, or with what is nobody's business. */
export async function requests(client, { seed, short, count = short ? 1_500 : 20_000, stage }) {
  const rnd = random(seed);
  const faults = new Map();
  const note = (what, request) => {
    const list = faults.get(what) ?? [];
    faults.set(what, [
      ...list,
      `${request.method} ${request.path.slice(0, 90)} ${JSON.stringify(request.body ?? '').slice(0, 1500)}`,
    ]);
  };
  const sheet = (await client.takeIn('sales.csv', SALES)).body;
  const plan = (await client.takeIn('plan.csv', PLAN)).body;
  const source = (
    await client.ask('/api/sources', { method: 'POST', body: { address: await firm(stage.databaseUrl), name: 'Firm' } })
  ).body;
  const base = earnest({ sheet, plan, source, chart: { id: 'none' } });
  const saved = await client.ask('/api/charts', { method: 'POST', body: { spec: base[0].body.spec } });
  if (saved.status !== 201) throw new Error(`the earnest request failed: ${saved.text}`);
  const asked = earnest({ sheet, plan, source, chart: saved.body });
  for (const request of asked) {
    const { status, text } = await client.ask(request.path, request);
    if (status === 0 || status >= 500) note(`in earnest: ${status} ${text.slice(0, 200)}`, request);
  }
  let slowest = 0;
  let left = count;
  const work = async () => {
    while (left-- > 0) {
      const request = oddRequest(rnd.one(asked), rnd);
      if (request.method === 'DELETE' && /^\/api\/sheets\/[^/]+$/.test(request.path)) continue;
      const begun = Date.now();
      const { status, text, headers } = await client.ask(request.path, request);
      const ms = Date.now() - begun;
      slowest = Math.max(slowest, ms);
      if (status === 0 || status >= 500) note(`${status} ${text.slice(0, 160)}`, request);
      else if (ms > 10_000) note(`took ${Math.round(ms / 1000)} s`, request);
      else if (
        status >= 400 &&
        request.method !== 'HEAD' &&
        isApi(client, request) &&
        !/problem\+json/.test(headers.get('content-type') ?? '')
      )
        note(`${status} without problem details`, request);
      else if (LEAKS.test(text) && status >= 400)
        note(`says what is nobody's business: ${text.slice(0, 160)}`, request);
      if (process.env.HOLD_TELL && (status === 0 || status >= 500 || ms > 3000))
        console.info(
          status,
          ms,
          request.method,
          request.path.slice(0, 100),
          JSON.stringify(request.body)?.slice(0, 1200),
          text.slice(0, 300),
        );
    }
  };
  await Promise.all(Array.from({ length: 4 }, work));
  return {
    faults: [...faults].map(([what, which]) => `${which.length} × ${what}: ${which[0]}`),
    told: `${count} requests, the slowest ${slowest} ms`,
  };
}
