import type { Knex } from 'knex';
export const migrations: Knex.MigratorConfig;
export function migrate(url: string): Promise<void>;
export function missingMigrations(db: Knex): Promise<string[]>;
