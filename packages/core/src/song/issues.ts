/** What is wrong with a document, as sentences a writer can read: no message of a schema reaches anyone as it is. */
import { z } from 'zod';
import { counted, listed } from './listed';

const KINDS: Readonly<Record<string, string>> = {
  array: 'a list',
  boolean: 'yes or no',
  int: 'a whole number',
  number: 'a number',
  object: 'an object with fields',
  record: 'an object with fields',
  string: 'a text',
  null: 'empty',
};

const UNITS: Readonly<Record<string, string>> = { string: ' characters', array: ' items' };

/** Numbers as people write them. */
const said = (value: number | bigint): string => value.toLocaleString('en');

const MISSING = 'This is missing.';

/** Of what can be one of several things by a field that says which: that field is not there. */
const isUnnamed = ({ discriminator, input }: z.core.$ZodRawIssue<z.core.$ZodIssueInvalidUnion>): boolean =>
  typeof discriminator === 'string' &&
  typeof input === 'object' &&
  input !== null &&
  (input as Record<string, unknown>)[discriminator] === undefined;

/** A schema's own complaint as a sentence about "This". */
function sentence(issue: z.core.$ZodRawIssue): string | undefined {
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined) return MISSING;
      return `This must be ${KINDS[issue.expected] ?? `of another kind (${issue.expected})`}.`;
    case 'too_big':
      return `This must be at most ${said(issue.maximum)}${UNITS[issue.origin] ?? ''}.`;
    case 'too_small':
      return `This must be at least ${said(issue.minimum)}${UNITS[issue.origin] ?? ''}.`;
    case 'not_multiple_of':
      return `This must be a multiple of ${said(issue.divisor)}.`;
    case 'invalid_value':
      return `This must be ${issue.values.map((v) => (typeof v === 'string' ? `"${v}"` : String(v))).join(' or ')}.`;
    case 'unrecognized_keys':
      return `Nothing is called ${issue.keys.map((key) => `"${key}"`).join(', ')} here.`;
    case 'invalid_key':
      return 'A name of a field is none that is possible here.';
    case 'invalid_format':
      return 'This is not written as it must be.';
    case 'invalid_union':
      if (isUnnamed(issue)) return MISSING;
      return 'This is none of what is possible here.';
    default:
      return undefined;
  }
}

// For all schemas of the house: what says more about itself still says it.
z.config({ customError: sentence });

type Issue = z.core.$ZodIssue;

/** Words for the fields whose names alone say too little. */
const FIELDS: Readonly<Record<string, string>> = {
  gainOffset: 'level',
  panOffset: 'place',
  sendOffset: 'depth in the room',
  shelfOffset: 'brightness',
  repeats: 'number of repeats',
  bars: 'number of bars',
  ownLengths: 'length of a bar',
  byHand: 'voicing by hand',
};

const fieldInWords = (name: string): string =>
  FIELDS[name] ?? name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** The innermost complaint: of what can be one of several things, the one that was gone into furthest. */
function innermost(
  issue: Issue,
  path: readonly PropertyKey[] = [],
): { issue: Issue; path: readonly PropertyKey[] } {
  const here = [...path, ...issue.path];
  if (issue.code !== 'invalid_union' || !issue.errors.length) return { issue, path: here };
  const furthest = issue.errors
    .map((ways) => ways[0])
    .filter((way) => way !== undefined)
    .sort((a, b) => b.path.length - a.path.length)[0];
  return furthest ? innermost(furthest, here) : { issue, path: here };
}

/** The first complaint of a failed check as a sentence with its place: `sections.0.name: …`. */
export function firstIssue(error: z.ZodError): string {
  const { issue, path } = innermost(error.issues[0]!);
  const place = path.join('.');
  return (place ? `${place}: ` : '') + issue.message;
}

/** What stands in a document at a place; undefined where there is nothing. */
const at = (document: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (from, step) =>
      typeof from === 'object' && from !== null ? (from as Record<PropertyKey, unknown>)[step] : undefined,
    document,
  );

/** Complaints that are told at once: who mends a file wants to know of all, and no more than can be read. */
const MOST_TOLD = 24;

/** All complaints of a failed check, each with its place; what is missing in one sentence. For who mends a file. */
export function allIssues(error: z.ZodError, document: unknown): string {
  const found = error.issues.map((issue) => innermost(issue));
  const missing = found.filter(
    // What says more than that it is missing still says it.
    ({ issue, path }) => issue.code !== 'custom' && path.length > 0 && at(document, path) === undefined,
  );
  const others = found.filter((one) => !missing.includes(one));
  const places = missing.map(({ path }) => path.join('.'));
  const told = [
    ...(places.length > 1
      ? [`These are missing: ${listed(places)}.`]
      : places.map((p) => `${p}: ${MISSING}`)),
    ...others.map(({ issue, path }) => (path.length ? `${path.join('.')}: ${issue.message}` : issue.message)),
  ];
  const more = told.length - MOST_TOLD;
  return [...told.slice(0, MOST_TOLD), ...(more > 0 ? [`And ${counted(more, 'more thing')}.`] : [])].join(
    '\n',
  );
}

/** The same for somebody who sees no document: the field is named in words. */
export function firstIssueInWords(error: z.ZodError): string {
  const { issue, path } = innermost(error.issues[0]!);
  const name = path.findLast((part): part is string => typeof part === 'string');
  return name === undefined ? issue.message : issue.message.replace(/^This /, `The ${fieldInWords(name)} `);
}
