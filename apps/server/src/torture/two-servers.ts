import type { Report } from './report.ts';
import { ServerProcess, startRefused } from './server-process.ts';

/** A second server on the folder of a first, and one after the first was killed. */
export async function startTwice(dataDir: string, report: Report): Promise<void> {
  const first = await ServerProcess.start(dataDir);
  const { status, said } = await startRefused(dataDir);
  report.figure(
    'a second server on one folder',
    `exit ${status}: ${said}`,
    status === 1 && said.includes(first.address) && !said.includes('\n'),
  );
  await first.end('SIGKILL');
  const next = await ServerProcess.start(dataDir);
  const took = await next.end('SIGTERM');
  report.figure(
    'a server after a killed one',
    `started, stopped in ${took.toFixed(0)} ms`,
    true,
    took < 2000,
  );
}
