import type { Logger } from 'pino';
import { backUp } from './backup-routes.ts';
import { copiesOf } from './copies.ts';

const HOUR_MS = 3_600_000;

/** Makes one copy a day by itself, while the server runs: soon after the start, and looked at every hour. Ends with what is returned. */
export function dailyCopies(path: string, log: Logger): () => void {
  const look = async (): Promise<void> => {
    const today = new Date().toISOString().slice(0, 10);
    if (copiesOf(path).some(({ isDaily, name }) => isDaily && name.includes(today))) return;
    try {
      log.info({ said: await backUp(path, ['--daily']) }, 'daily copy');
    } catch (error) {
      log.error({ err: error }, 'the daily copy failed');
    }
  };
  const soon = setTimeout(() => void look(), 60_000);
  const often = setInterval(() => void look(), HOUR_MS);
  return () => {
    clearTimeout(soon);
    clearInterval(often);
  };
}
