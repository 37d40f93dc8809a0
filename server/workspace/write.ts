import { existsSync } from 'node:fs';
import { Readable } from 'node:stream';
import { and, eq, isNull } from 'drizzle-orm';
import { ZipFile } from 'yazl';
import { database } from '../db/client';
import { boards, charts, deliveries, sheets, sources } from '../db/schema';
import { deliveryOf } from '../deliveries/deliveries';
import { receivedFile } from '../home';
import { FILES, FORMAT, LIST, VERSION, type KeptSheet, type Workspace } from './file';

/** Everything of the desk in one archive, as it is handed on: the list first, then the received files as they were. */
export async function workspaceResponse(): Promise<Response> {
  const workspace = await workspaceNow();
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(workspace, null, 1)), LIST);
  for (const name of new Set(workspace.sheets.map(({ file }) => file).filter(Boolean))) {
    const file = await receivedFile(name);
    if (existsSync(file)) zip.addFile(file, FILES + name);
  }
  zip.end();
  const day = workspace.madeAt.slice(0, 10);
  return new Response(Readable.toWeb(zip.outputStream as Readable) as ReadableStream<Uint8Array>, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="up-chart-${day}.zip"`,
      'cache-control': 'no-store',
    },
  });
}

async function workspaceNow(): Promise<Workspace> {
  const [ofSheets, ofCharts, ofBoards, ofDeliveries, ofSources] = await Promise.all([
    database()
      .select()
      .from(sheets)
      .where(and(eq(sheets.status, 'ready'), isNull(sheets.stagedFor), isNull(sheets.deletedAt))),
    database().select().from(charts).where(isNull(charts.deletedAt)),
    database().select().from(boards).where(isNull(boards.deletedAt)),
    database().select().from(deliveries),
    database().select().from(sources).where(isNull(sources.deletedAt)),
  ]);
  const there = new Set<string>();
  for (const { id, file, live } of ofSheets) if (live || existsSync(await receivedFile(file))) there.add(id);
  const kept = ofSheets.filter(({ id }) => there.has(id));
  return {
    format: FORMAT,
    version: VERSION,
    madeAt: new Date().toISOString(),
    sources: ofSources.map(({ id, name, host, port, database: db, user }) => ({
      id,
      name,
      host,
      port,
      database: db,
      user,
    })),
    sheets: kept.map(keptSheet),
    charts: ofCharts
      .filter(({ sheet }) => there.has(sheet))
      .map(({ id, spec, name, title, form, labels }) => ({
        id,
        spec,
        ...(name === null ? {} : { name }),
        title,
        form,
        labels,
      })),
    boards: ofBoards.map(({ id, name, tiles, filters, refresh, labels }) => ({
      id,
      name,
      tiles,
      filters,
      refresh,
      labels,
    })),
    deliveries: ofDeliveries.map(deliveryOf),
  };
}

function keptSheet(row: typeof sheets.$inferSelect): KeptSheet {
  const { id, name, fileName, fileBytes, encoding, file, kind, choices, corrections, knownKeys } = row;
  const { headers, former, groupColors, labels, rowSaid, live, columns, rowCount } = row;
  return {
    ...{ id, name, fileName, fileBytes, encoding, file, kind, choices, corrections, knownKeys },
    ...{ headers, former, groupColors, labels },
    ...(rowSaid ? { rowSaid } : {}),
    ...(live ? { live, columns, rowCount, ...(row.row ? { row: row.row } : {}) } : {}),
  };
}
