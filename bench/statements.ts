import pg from 'pg';
import type { Stage } from './stage';

/**
 * Counts the statements that PostgreSQL has run in the benchmark's database, by its own pg_stat_statements; what looks for jobs in the
 * background belongs to no page. */
export class Statements {
  private constructor(private readonly client: pg.Client) {}

  static async of(stage: Stage): Promise<Statements> {
    const client = new pg.Client({ connectionString: stage.database });
    await client.connect();
    await client.query('create extension if not exists pg_stat_statements');
    return new Statements(client);
  }

  async count(): Promise<number> {
    const { rows } = await this.client.query<{ n: string }>(
      `select coalesce(sum(calls), 0) as n from pg_stat_statements
       where dbid = (select oid from pg_database where datname = current_database())
         and query not like '%pg_stat_statements%' and query not like '%pgboss%'`
    );
    return Number(rows[0]?.n ?? 0);
  }

  close(): Promise<void> {
    return this.client.end();
  }
}
