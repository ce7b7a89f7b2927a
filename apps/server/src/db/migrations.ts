import type { Knex } from 'knex';

/** Migrations as plain objects: they run the same under tsx and under the test runner. */
const createSongs = {
  name: '001_create_songs',
  async up(knex: Knex): Promise<void> {
    await knex.schema.createTable('songs', (table) => {
      table.uuid('id').primary();
      table.text('title').notNullable();
      table.integer('revision').notNullable();
      table.jsonb('song').notNullable();
      table.timestamp('created_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
      table.timestamp('updated_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
      table.index(['updated_at']);
    });
  },
  async down(knex: Knex): Promise<void> {
    await knex.schema.dropTable('songs');
  },
};

const createProgressions = {
  name: '002_create_progressions',
  async up(knex: Knex): Promise<void> {
    await knex.schema.createTable('progressions', (table) => {
      table.uuid('id').primary();
      table.jsonb('progression').notNullable();
      table.timestamp('created_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    });
  },
  async down(knex: Knex): Promise<void> {
    await knex.schema.dropTable('progressions');
  },
};

const ALL = [createSongs, createProgressions];

export const FIRST_MIGRATION = createSongs.name;

type Migration = (typeof ALL)[number];

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve(ALL),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
};
