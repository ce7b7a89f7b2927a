import { run } from './run';

// A reader that closes early (`| head`) has what it wanted.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
});

const { out, err, status } = await run(process.argv.slice(2));
process.stdout.write(out);
process.stderr.write(err);
process.exitCode = status;
