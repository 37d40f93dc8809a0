import type { PoolClient } from 'pg';
import { Problem } from '../problem';

/** Roles that reach beyond tables: files and programs of the machine, other people's sessions (PostgreSQL's manual, "Predefined Roles"). */
const MIGHTY_ROLES = [
  'pg_read_server_files',
  'pg_write_server_files',
  'pg_execute_server_program',
  'pg_signal_backend',
  'pg_checkpoint',
  'pg_create_subscription',
  'pg_maintain',
  'pg_write_all_data',
];

interface Might {
  readonly super: boolean;
  readonly replication: boolean;
  readonly roles: string[];
  readonly database: string;
  readonly schemas: string[];
}

/**
 * Refuses a user who could do, by a SELECT alone, what reading does not need. The answer has the statements that make a
 * user who can only read. @throws Problem 403
 */
export async function refuseMighty(client: PoolClient): Promise<void> {
  const { rows } = await client.query<Might>(
    `SELECT rolsuper AS super, rolreplication AS replication, current_database()::text AS database,
       ARRAY(SELECT rolname::text FROM pg_roles WHERE rolname = ANY($1) AND pg_has_role(current_user, oid, 'MEMBER')) AS roles,
       ARRAY(SELECT nspname::text FROM pg_namespace WHERE nspname !~ '^pg_' AND nspname <> 'information_schema' ORDER BY 1 LIMIT 20) AS schemas
     FROM pg_roles WHERE rolname = current_user`,
    [MIGHTY_ROLES],
  );
  const [might] = rows;
  if (!might) return;
  const can = might.super
    ? 'is a superuser'
    : might.replication
      ? 'may replicate'
      : might.roles.length > 0
        ? `is a member of ${might.roles.join(', ')}`
        : undefined;
  if (can === undefined) return;
  const statements = readerStatements(might.database, might.schemas);
  throw new Problem(
    403,
    'This user may do too much',
    `The user of this address ${can}, and could by a SELECT reach files and settings of the server. Have a user made who only reads, by the statements that are given here, and use its address.`,
    [{ path: 'address', message: 'the user may do more than read' }],
    { statements },
  );
}

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

/** The statements that make a user who can read the tables of some schemas, and nothing else. */
export function readerStatements(database: string, schemas: readonly string[]): string[] {
  return [
    "CREATE ROLE chart_reader LOGIN PASSWORD 'choose one' NOSUPERUSER NOCREATEDB NOCREATEROLE NOREPLICATION;",
    `GRANT CONNECT ON DATABASE ${quoted(database)} TO chart_reader;`,
    ...schemas.flatMap((schema) => [
      `GRANT USAGE ON SCHEMA ${quoted(schema)} TO chart_reader;`,
      `GRANT SELECT ON ALL TABLES IN SCHEMA ${quoted(schema)} TO chart_reader;`,
    ]),
  ];
}
