import type { Knex } from 'knex';
import { summaryOf } from '@backline/core/song/wire';
import type { Song } from '@backline/core/song/schema';

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

/** Songs whose summaries are worked out at a time: a song may be 2 MB. */
const SUMMARISED_AT_ONCE = 20;

/**
 * Summaries in a column, so that a list reads no songs; an order that pages can be cut from; the ids
 * of the edits last saved; a bin; and what has been set up once.
 */
const keepSummaries = {
  name: '003_summaries_edits_bin',
  async up(knex: Knex): Promise<void> {
    await knex.raw('create sequence song_touches');
    await knex.schema.alterTable('songs', (table) => {
      table.jsonb('summary');
      table.bigInteger('touched');
      table.specificType('edits', 'text[]').notNullable().defaultTo('{}');
      table.timestamp('deleted_at', { useTz: true });
      table.dropIndex(['updated_at']);
    });
    await knex.raw(`update songs set touched = ordered.touched from
      (select id, nextval('song_touches') as touched from (select id from songs order by updated_at, id) s) ordered
      where songs.id = ordered.id`);
    for (;;) {
      const rows = await knex<{ id: string; song: Song }>('songs')
        .select('id', 'song')
        .whereNull('summary')
        .limit(SUMMARISED_AT_ONCE);
      if (!rows.length) break;
      for (const { id, song } of rows) {
        await knex('songs')
          .where({ id })
          .update({ summary: JSON.stringify(summaryOf(song)) });
      }
    }
    await knex.raw(`alter table songs
      alter summary set not null,
      alter touched set not null,
      alter touched set default nextval('song_touches')`);
    await knex.schema.alterTable('songs', (table) => {
      table.index(['touched']);
      table.index(['deleted_at']);
    });
    await knex.raw('alter table progressions add column made bigserial');
    await knex.schema.alterTable('progressions', (table) => {
      table.index(['made']);
    });
    await knex.schema.createTable('set_up', (table) => {
      table.text('what').primary();
      table.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    });
  },
  async down(knex: Knex): Promise<void> {
    await knex.schema.dropTable('set_up');
    await knex.schema.alterTable('progressions', (table) => {
      table.dropColumn('made');
    });
    await knex.schema.alterTable('songs', (table) => {
      table.dropColumns('summary', 'touched', 'edits', 'deleted_at');
      table.index(['updated_at']);
    });
    await knex.raw('drop sequence song_touches');
  },
};

/** Styles and patterns of the writer's own, as the files they are; songs are found by the style they play by. */
const createOwn = {
  name: '004_create_own',
  async up(knex: Knex): Promise<void> {
    await knex.schema.createTable('own', (table) => {
      table.uuid('id').primary();
      table.integer('revision').notNullable().defaultTo(1);
      table.jsonb('document').notNullable();
      table.timestamp('created_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    });
    await knex.raw(`create index songs_style on songs ((summary->>'style'))`);
  },
  async down(knex: Knex): Promise<void> {
    await knex.raw('drop index songs_style');
    await knex.schema.dropTable('own');
  },
};

/** Songs are searched by words, tags among them, and told by what was changed last. */
const findSongs = {
  name: '005_find_songs',
  async up(knex: Knex): Promise<void> {
    await knex.raw(
      `update songs set summary = summary || jsonb_build_object('tags', coalesce(song->'tags', '[]'::jsonb), 'changed', '')`,
    );
    await knex.raw(`create index songs_title on songs (lower(title), id) where deleted_at is null`);
  },
  async down(knex: Knex): Promise<void> {
    await knex.raw('drop index songs_title');
    await knex.raw(`update songs set summary = summary - 'tags' - 'changed'`);
  },
};

/** What each revision changed, so that changes made from an earlier one go together with it where they touch nothing in common. */
const keepChanges = {
  name: '006_keep_changes',
  async up(knex: Knex): Promise<void> {
    await knex.schema.createTable('song_changes', (table) => {
      table.uuid('song').notNullable().references('id').inTable('songs').onDelete('cascade');
      table.integer('revision').notNullable();
      table.specificType('edits', 'text[]').notNullable();
      table.jsonb('patches').notNullable();
      table.primary(['song', 'revision']);
    });
  },
  async down(knex: Knex): Promise<void> {
    await knex.schema.dropTable('song_changes');
  },
};

const ALL = [createSongs, createProgressions, keepSummaries, createOwn, findSongs, keepChanges];

type Migration = (typeof ALL)[number];

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: () => Promise.resolve(ALL),
  getMigrationName: (migration) => migration.name,
  getMigration: (migration) => Promise.resolve(migration),
};
