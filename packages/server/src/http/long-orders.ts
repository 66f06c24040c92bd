import { Refusal } from './refusal.ts';

/** How far an order is that takes long. */
export interface Progress {
  /** So much of it is done. Lets others be answered meanwhile; throws where it was stopped, so that nothing of it is kept. */
  readonly step: (done: number, of: number) => Promise<void>;
}

interface UnderWay {
  done: number;
  of: number;
  isStopped: boolean;
}

/** The orders under way, each known by who sent it and with which key. */
export interface LongOrders {
  readonly begin: (order: string) => Progress;
  readonly end: (order: string) => void;
  readonly at: (order: string) => { readonly done: number; readonly of: number } | null;
  readonly stop: (order: string) => void;
}

/** So long an order may keep everybody else waiting. */
const REST_EVERY_MS = 25;

export function longOrders(): LongOrders {
  const underWay = new Map<string, UnderWay>();
  const begin = (order: string): Progress => {
    const state: UnderWay = { done: 0, of: 0, isStopped: false };
    underWay.set(order, state);
    let rested = performance.now();
    const step = async (done: number, of: number): Promise<void> => {
      Object.assign(state, { done, of });
      if (performance.now() - rested < REST_EVERY_MS) return;
      await new Promise((resolve) => setImmediate(resolve));
      rested = performance.now();
      if (state.isStopped) throw new Refusal([{ at: '', kind: 'order-stopped', done, of }], 409);
    };
    return { step };
  };
  return {
    begin,
    end: (order) => void underWay.delete(order),
    at: (order) => {
      const known = underWay.get(order);
      return known === undefined ? null : { done: known.done, of: known.of };
    },
    stop: (order) => {
      const known = underWay.get(order);
      if (known) known.isStopped = true;
    },
  };
}

/** The name of somebody's order: nobody sees or stops what another one ordered. */
export function orderName(actor: { readonly id: number | null }, key: string): string {
  return `${actor.id ?? ''} ${key}`;
}

/** For what is done without HTTP: nobody waits, nobody stops it. */
export const UNWATCHED: Progress = { step: () => Promise.resolve() };
