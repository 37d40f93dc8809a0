import net from 'node:net';
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { parseDelivery, type Delivery } from '@/core/deliveries';
import { InvalidInput, type ChartSpec } from '@/core/spec';
import { cleanUp, takeIn } from '@/testing/sheets';
import { parseBoard } from '@/core/boards';
import { saveBoard } from '../boards/boards';
import { deleteChart, saveChart } from '../charts/charts';
import { database } from '../db/client';
import { deliveries, outbox, sendings } from '../db/schema';
import { bringBack } from '../desk/deleted';
import { purgeOutbox, rawMessage, readMessage } from '../mail/outbox';
import { endStandIn } from '../mail/stand-in';
import { endDrawers } from '../pictures/beside';
import type { ReadySheet } from '../sheets/sheets';
import { carryOut, GIVEN_UP_MS } from './carry-out';
import {
  deliveryAnswer,
  deliveryRow,
  listDeliveries,
  purgeSendings,
  replaceDelivery,
  saveDelivery,
} from './deliveries';
import { fallDue, sendNow } from './queue';

const SALES = 'Day,Takings\n2025-01-05,£1200.50\n2025-02-05,£900\n';
let sales: ReadySheet;
let chart: string;
let board: string;
beforeAll(async () => {
  sales = await takeIn('delivered.csv', SALES);
  const spec: ChartSpec = {
    version: 1,
    sheet: sales.id,
    across: { as: 'time', column: 'c1', step: 'month' },
    layers: [{ id: 'l1', amount: { column: 'c2' }, summary: 'sum', shape: 'column', side: 'left' }],
    filters: [],
    scales: { left: { fit: 'zero' } },
    text: { title: 'Größe & Takings' },
  };
  chart = (await saveChart(spec)).id;
  const tiles = [
    { id: 'a', x: 0, y: 0, w: 6, h: 6, show: { chart } },
    { id: 'b', x: 6, y: 0, w: 6, h: 6, show: { text: '# To do\n<b>nets</b>' } },
  ];
  board = (await saveBoard(parseBoard({ name: 'Monday', tiles }))).id;
}, 60_000);
afterAll(async () => {
  await database().delete(deliveries);
  await database().delete(outbox);
  delete process.env.UPCHART_SMTP;
  await endStandIn();
  endDrawers();
  await cleanUp();
});

const every = { step: 'week', at: '08:00', weekday: 1, zone: 'Europe/London' } as const;
const delivery = (more: Partial<Delivery> = {}): Delivery => ({
  what: { chart },
  to: ['office@quillbrook.example'],
  attach: [],
  every,
  ...more,
});
const last = async (id: string) => (await deliveryAnswer(await deliveryRow(id))).sent[0];
const inOutbox = async (subject: string) => database().select().from(outbox).where(eq(outbox.subject, subject));

test('a mail as another library reads it: picture inline, text beside it, attachments, addresses, subject', async () => {
  const { id } = await saveDelivery(
    delivery({
      to: ['office@quillbrook.example', 'yard@quillbrook.example'],
      subject: 'Grüße aus dem Hof',
      message: 'Good morning <b>all</b>.\n\nSecond.',
      attach: ['png', 'pdf', 'csv', 'xlsx'],
    }),
  );
  await sendNow(id);
  expect(await last(id)).toMatchObject({ ok: true });
  const [row] = await inOutbox('Grüße aus dem Hof');
  const mail = await simpleParser(await rawMessage(row.id));
  expect(mail.subject).toBe('Grüße aus dem Hof');
  expect(row.to).toEqual(['office@quillbrook.example', 'yard@quillbrook.example']);
  expect(mail.messageId).toMatch(/^<\w+@up-chart\.localdomain>$/);
  expect(mail.text).toContain('Good morning <b>all</b>.');
  expect(mail.text).toContain('Total of Takings by month of Day');
  expect(mail.html).toContain('Good morning &lt;b&gt;all&lt;/b&gt;.');
  // mailparser puts pictures that the text shows into it.
  expect(mail.html).toContain('<img src="data:image/png;base64,');
  expect(
    mail.attachments.filter(({ related }) => !related).map(({ filename, contentType }) => [filename, contentType]),
  ).toEqual([
    ['Größe-Takings.png', 'image/png'],
    ['Größe-Takings.pdf', 'application/pdf'],
    ['Größe-Takings.csv', 'text/csv'],
    ['Größe-Takings.xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
  ]);
  expect(mail.headers.get('auto-submitted')).toBe('auto-generated');
  const seen = await readMessage(row.id);
  expect(seen.attachments.map(({ name }) => name)).toHaveLength(4);
  expect(seen.html).toContain('data:image/png;base64,');
}, 60_000);

test('a board by mail has its picture, its notes as text, and the figures of each chart', async () => {
  const { id } = await saveDelivery(delivery({ what: { board }, attach: ['csv'] }));
  await sendNow(id);
  const [row] = await inOutbox('Monday');
  const mail = await simpleParser(await rawMessage(row.id));
  expect(mail.text).toContain('- To do');
  expect(mail.attachments.map(({ filename }) => filename)).toContain('Größe-Takings.csv');
});

test('a condition that does not hold keeps it back, and what was so is written down', async () => {
  const onlyIf = { sheet: sales.id, amount: { column: 'c2' }, summary: 'sum', is: 'below', than: 2000 } as const;
  const { id } = await saveDelivery(delivery({ subject: 'Kept back', onlyIf, paused: true }));
  await sendNow(id);
  expect(await last(id)).toEqual({
    at: expect.any(String) as string,
    ok: false,
    message: 'Not sent: it goes out only if takings is below £2,000.00, and it was £2,100.50.',
  });
  expect(await inOutbox('Kept back')).toHaveLength(0);
});

test.each([
  ['a newline in a subject', { subject: 'Hello\nBcc: x@example.org' }, ['subject']],
  ['a newline in an address', { to: ['a@example.org\nb@example.org'] }, ['to']],
  ['nobody', { to: [] }, ['to']],
  ['a zone that does not exist', { every: { ...every, zone: 'Europe/Londom' } }, ['every.zone']],
  ['an hour that does not exist', { every: { ...every, at: '24:00' } }, ['every.at']],
  ['a day that no month has', { every: { ...every, step: 'month', day: 32 } }, ['every.day']],
  ['what cannot be attached', { attach: ['exe'] }, ['attach']],
])('%s is refused', (_, wrong, paths) => {
  let found: string[] = [];
  try {
    parseDelivery({ ...delivery(), ...wrong });
  } catch (error) {
    if (error instanceof InvalidInput) found = error.errors.map(({ path }) => path);
  }
  expect([...new Set(found)]).toEqual(paths);
});

test('a delivery of a chart that is not there, or under a condition on a column that is not, is refused by name', async () => {
  await expect(saveDelivery(delivery({ what: { chart: 'never' } }))).rejects.toMatchObject({
    errors: [{ path: 'what' }],
  });
  const onlyIf = { sheet: sales.id, amount: { column: 'c77' }, summary: 'sum', is: 'below', than: 1 } as const;
  await expect(saveDelivery(delivery({ onlyIf }))).rejects.toMatchObject({
    errors: expect.arrayContaining([expect.objectContaining({ path: 'onlyIf' })]) as object,
  });
});

test('what falls due is written down once, with when it falls due next; paused ones do not', async () => {
  const now = Date.parse('2026-03-02T09:00:00Z');
  const due = await saveDelivery(delivery({ subject: 'Falls due' }), now - 6 * 86_400_000);
  const paused = await saveDelivery(delivery({ paused: true }), now - 6 * 86_400_000);
  const [first, second] = await Promise.all([fallDue(now), fallDue(now)]);
  const own = await database().select().from(sendings).where(eq(sendings.delivery, due.id));
  expect(own.map(({ id }) => id)).toEqual([...first, ...second].filter((id) => own.some((one) => one.id === id)));
  expect(own).toHaveLength(1);
  expect((await deliveryRow(due.id)).nextAt?.toISOString()).toBe('2026-03-09T08:00:00.000Z');
  expect((await deliveryRow(paused.id)).nextAt).toBeNull();
  // Sent twice it stands in the outbox once: its Message-ID is the same.
  const [{ id }] = own;
  expect(await carryOut(id, now)).toBe('over');
  expect(await last(due.id)).toMatchObject({ ok: true });
  await database().update(sendings).set({ status: 'due' }).where(eq(sendings.id, id));
  expect(await carryOut(id, now)).toBe('over');
  expect(await inOutbox('Falls due')).toHaveLength(1);
});

test('old messages and records of sendings go; what is still to be sent stays', async () => {
  const { id } = await saveDelivery(delivery());
  const old = new Date(Date.now() - 3 * 365 * 24 * 60 * 60 * 1000);
  await database()
    .insert(sendings)
    .values([
      { id: 'old-sent', delivery: id, dueAt: old, status: 'sent', endedAt: old },
      { id: 'old-due', delivery: id, dueAt: new Date(old.getTime() + 1), status: 'due' },
      { id: 'new-sent', delivery: id, dueAt: new Date(), status: 'sent', endedAt: new Date() },
    ]);
  const message = { from: 'a@b.example', to: ['c@d.example'], subject: 'Kept or not', content: Buffer.from('x') };
  await database()
    .insert(outbox)
    .values([
      { ...message, id: 'old-mail', messageId: '<old@x>', at: old },
      { ...message, id: 'new-mail', messageId: '<new@x>' },
    ]);
  expect([await purgeSendings(), await purgeOutbox()]).toEqual([1, 1]);
  const kept = await database().select({ id: sendings.id }).from(sendings).where(eq(sendings.delivery, id));
  expect(kept.map((one) => one.id).sort()).toEqual(['new-sent', 'old-due']);
  expect((await inOutbox('Kept or not')).map((one) => one.id)).toEqual(['new-mail']);
});

test('a daily delivery hides no failure of a monthly one', async () => {
  const [daily, monthly] = [await saveDelivery(delivery()), await saveDelivery(delivery())];
  const day = (i: number) => new Date(Date.UTC(2026, 0, 1 + i));
  await database()
    .insert(sendings)
    .values([
      ...Array.from({ length: 120 }, (_, i) => ({
        id: `daily-${i}`,
        delivery: daily.id,
        dueAt: day(i + 1),
        endedAt: day(i + 1),
        status: 'sent' as const,
      })),
      { id: 'monthly', delivery: monthly.id, dueAt: day(0), endedAt: day(0), status: 'failed', message: 'Refused.' },
    ]);
  const listed = new Map((await listDeliveries()).map((one) => [one.id, one.sent]));
  expect(listed.get(monthly.id)).toEqual([{ at: day(0).toISOString(), ok: false, message: 'Refused.' }]);
  expect(listed.get(daily.id)).toHaveLength(50);
});

test('the delivery of a deleted chart fails once and rests, and goes on when the chart is brought back', async () => {
  const spec = (await database().query.charts.findFirst({ where: (one) => eq(one.id, chart) }))?.spec;
  if (!spec) throw new Error('no chart');
  const { id: doomed } = await saveChart(spec);
  const now = Date.parse('2026-03-02T09:00:00Z');
  const { id } = await saveDelivery(delivery({ what: { chart: doomed } }), now - 6 * 86_400_000);
  await deleteChart(doomed);
  await fallDue(now);
  await fallDue(now + 8 * 86_400_000);
  const resting = await deliveryAnswer(await deliveryRow(id));
  expect(resting).toMatchObject({ paused: false, nextAt: null });
  expect(resting.sent.map(({ message }) => message)).toEqual([
    'There is no such chart any more: it was deleted. The delivery rests until the chart is brought back.',
  ]);
  // It can be changed meanwhile: what it sends was there when it was made.
  await replaceDelivery(id, delivery({ what: { chart: doomed }, subject: 'Another' }), 1);
  await bringBack(doomed);
  expect((await deliveryRow(id)).nextAt?.getTime()).toBeGreaterThan(Date.now());
});

test('of two who change a delivery the second is told', async () => {
  const { id } = await saveDelivery(delivery());
  await replaceDelivery(id, delivery({ message: 'First' }), 1);
  await expect(replaceDelivery(id, delivery({ message: 'Second' }), 1)).rejects.toMatchObject({ status: 412 });
});

test('what is to be sent and is gone is written down as failed', async () => {
  const spec = (await database().query.charts.findFirst({ where: (one) => eq(one.id, chart) }))?.spec;
  if (!spec) throw new Error('no chart');
  const gone = await saveChart(spec);
  const { id } = await saveDelivery(delivery({ what: { chart: gone.id } }));
  await deleteChart(gone.id);
  await sendNow(id);
  expect(await last(id)).toMatchObject({ ok: false, message: expect.stringMatching(/no such chart/) as string });
});

describe('a mail server that', () => {
  const servers: { close: () => void }[] = [];
  afterEach(() => {
    for (const server of servers.splice(0)) server.close();
    delete process.env.UPCHART_SMTP;
  });
  const listening = async (server: net.Server): Promise<void> => {
    servers.push(server);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    process.env.UPCHART_SMTP = `smtp://127.0.0.1:${(server.address() as net.AddressInfo).port}`;
  };
  const outcome = async (more: Partial<Delivery> = {}) => {
    const { id } = await saveDelivery(delivery(more));
    const [sending] = await database()
      .insert(sendings)
      .values({ id: `s${id}`, delivery: id, dueAt: new Date() })
      .returning();
    return { what: await carryOut(sending.id), id, sending: sending.id };
  };

  test('is not there is tried again, and that is said', async () => {
    process.env.UPCHART_SMTP = 'smtp://127.0.0.1:1';
    const { what, id } = await outcome();
    expect(what).toBe('again');
    expect(await last(id)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/does not answer.*tried again/) as string,
    });
  });

  test('refuses for good is not tried again; its words are kept', async () => {
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS', 'AUTH'],
      onRcptTo: (_, __, done) => done(Object.assign(new Error('No such mailbox'), { responseCode: 550 })),
    });
    await listening(server.server);
    const { what, id } = await outcome();
    expect(what).toBe('over');
    expect(await last(id)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/refused it.*No such mailbox/) as string,
    });
  });

  test('refuses for now is tried again', async () => {
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS', 'AUTH'],
      onMailFrom: (_, __, done) => done(Object.assign(new Error('Too busy'), { responseCode: 451 })),
    });
    await listening(server.server);
    expect((await outcome()).what).toBe('again');
  });

  test('dies half-way is tried again with the same Message-ID, and the mail stands there once', async () => {
    await listening(
      net.createServer((socket) => {
        socket.write('220 half\r\n');
        socket.on('data', () => socket.destroy());
        socket.on('error', () => undefined);
      }),
    );
    const { what, sending } = await outcome({ subject: 'Half-way' });
    expect(what).toBe('again');
    delete process.env.UPCHART_SMTP;
    expect(await carryOut(sending)).toBe('over');
    const [row, ...more] = await inOutbox('Half-way');
    expect(more).toHaveLength(0);
    expect(row.messageId).toBe(`<${sending}@up-chart.localdomain>`);
  });

  test('hangs is given up for this time', async () => {
    await listening(net.createServer((socket) => socket.on('error', () => undefined)));
    const { what, id } = await outcome();
    expect(what).toBe('again');
    expect(await last(id)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/does not answer|could not be handed over/) as string,
    });
  }, 40_000);

  test('does not come back within a day is given up, with a record', async () => {
    process.env.UPCHART_SMTP = 'smtp://127.0.0.1:1';
    const { id, sending } = await outcome();
    expect(await carryOut(sending, Date.now() + GIVEN_UP_MS + 60_000)).toBe('over');
    expect(await last(id)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^Given up after a day/) as string,
    });
  });
});
