import { parseArgs } from 'node:util';
import { COMMANDS } from './commands';
import type { Given } from './given';
import { HELP, OVERVIEW, UsageError } from './usage';

/** What a command line prints, and the status it ends with. */
export interface Outcome {
  readonly out: string;
  readonly err: string;
  readonly status: number;
}

/** The one option that may be given again and again. */
const PART = 'part';

async function answer(args: readonly string[], warn: Given['warn']): Promise<string> {
  const [name, ...rest] = args;
  if (name === undefined || name === '--help' || name === '-h' || name === 'help') return OVERVIEW;
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new UsageError(`There is no command "${name}". See backline --help.`);
  if (rest.includes('--help') || rest.includes('-h')) return HELP[name]!;
  const options = Object.fromEntries(
    command.options.map((o) => [o, { type: 'string' as const, multiple: o === PART }]),
  );
  const flags = Object.fromEntries((command.flags ?? []).map((o) => [o, { type: 'boolean' as const }]));
  let parsed;
  try {
    parsed = parseArgs({ args: rest, options: { ...options, ...flags }, allowPositionals: true });
  } catch (error) {
    throw new UsageError(`${(error as Error).message.split('. ')[0]}. See backline ${name} --help.`);
  }
  const { [PART]: parts, ...values } = parsed.values as Record<
    string,
    string | string[] | boolean | undefined
  >;
  const given = {
    operands: parsed.positionals,
    options: Object.fromEntries(
      Object.entries(values).map(([name, value]) => [name, value === undefined ? undefined : String(value)]),
    ),
    parts: Array.isArray(parts) ? parts : [],
    warn,
  };
  return JSON.stringify(await command.run(given), null, 2);
}

/** Anything thrown as one line: bad use as it is said, a mistake of ours as what it is, never a stack. */
function complaint(error: unknown): Outcome {
  const oneLine = (text: string): string =>
    text
      .split('\n')
      .map((line) => line.trim())
      .join(' ');
  if (error instanceof UsageError)
    return { out: '', err: `${oneLine(error.message)} [${error.code}]\n`, status: 2 };
  const why = error instanceof Error ? error.message : String(error);
  const err = `This could not be worked out, which is a mistake in the program (${oneLine(why)}).\n`;
  return { out: '', err, status: 1 };
}

/** Runs one command line. */
export async function run(args: readonly string[]): Promise<Outcome> {
  const said: string[] = [];
  const beside = (): string => said.map((sentence) => `${sentence}\n`).join('');
  try {
    const out = `${await answer(args, (sentence) => said.push(sentence))}\n`;
    return { out, err: beside(), status: 0 };
  } catch (error) {
    const outcome = complaint(error);
    return { ...outcome, err: beside() + outcome.err };
  }
}
