/** What is wrong with a document, as sentences a writer can read: no message of a schema reaches anyone as it is. */
import { z } from 'zod';

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

/** A schema's own complaint as a sentence about "This". */
function sentence(issue: z.core.$ZodRawIssue): string | undefined {
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined) return 'This is missing.';
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
  trim: 'level',
  side: 'place',
  depth: 'depth in the room',
  tint: 'brightness',
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

/** The same for somebody who sees no document: the field is named in words. */
export function firstIssueInWords(error: z.ZodError): string {
  const { issue, path } = innermost(error.issues[0]!);
  const name = path.findLast((part): part is string => typeof part === 'string');
  return name === undefined ? issue.message : issue.message.replace(/^This /, `The ${fieldInWords(name)} `);
}
