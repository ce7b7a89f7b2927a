import { parseArgs } from 'node:util';
import { COMMANDS } from './commands';
import { HELP, OVERVIEW, UsageError } from './usage';

/** Runs one command line; returns what to print. */
function run(args: readonly string[]): string {
  const [name, ...rest] = args;
  if (name === undefined || name === '--help' || name === '-h' || name === 'help') return OVERVIEW;
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new UsageError(`There is no command "${name}". See backline --help.`);
  if (rest.includes('--help') || rest.includes('-h')) return HELP[name]!;
  const options = Object.fromEntries(command.options.map((o) => [o, { type: 'string' as const }]));
  let parsed;
  try {
    parsed = parseArgs({ args: rest, options, allowPositionals: true });
  } catch (error) {
    throw new UsageError(`${(error as Error).message.split('. ')[0]}. See backline ${name} --help.`);
  }
  const given = { operands: parsed.positionals, options: parsed.values };
  return JSON.stringify(command.run(given), null, 2);
}

try {
  process.stdout.write(run(process.argv.slice(2)) + '\n');
} catch (error) {
  if (!(error instanceof UsageError)) throw error;
  process.stderr.write(error.message + '\n');
  process.exitCode = 2;
}
