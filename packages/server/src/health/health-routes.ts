import type { Router } from 'express';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { writesReachTheDisk } from './health-queries.ts';

/** An answer holds for so long: whoever asks often must not make the disk busy. */
const HOLDS_MS = 5_000;

/** For whatever watches over the server. */
export function healthRoutes(router: Router, context: Context): void {
  let [asked, canWrite] = [0, false];
  read(router, context, 'health', async () => {
    if (Date.now() - asked > HOLDS_MS) {
      asked = Date.now();
      canWrite = await writesReachTheDisk(context.books.writer);
    }
    return { canWrite };
  });
}
