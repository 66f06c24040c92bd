import { useEffect, useState } from 'react';
import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { booksApi, useAsk, useWrite, type Answer, type Asked, type Written } from './books-api.ts';
import { troubleOf } from './trouble.ts';

const ASK_AFTER_MS = 400;

export interface LongWrite<N extends EndpointName> {
  readonly order: (asked: Asked<N>) => Promise<Written<Answer<N>>>;
  readonly busy: boolean;
  /** How far it is; null while that is not known. */
  readonly progress: { readonly done: number; readonly of: number } | null;
  readonly stop: () => void;
}

/** Orders what takes long: says how far it is, and can stop it. */
export function useLongWrite<N extends EndpointName>(name: N): LongWrite<N> {
  const [send] = booksApi.useWriteMutation();
  const ask = useAsk('progress');
  const [stopOrder] = useWrite('stopOrder');
  const [underWay, setUnderWay] = useState<{ readonly key: string } | null>(null);
  const [progress, setProgress] = useState<LongWrite<N>['progress']>(null);
  useEffect(() => {
    if (underWay === null) return;
    const timer = setInterval(() => {
      void ask({ params: { key: underWay.key } }).then((told) => {
        if (told.ok && told.answer.underWay !== null) setProgress(told.answer.underWay);
      });
    }, ASK_AFTER_MS);
    return () => clearInterval(timer);
    // Asking is the same whenever it is done.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [underWay]);
  const order = async (asked: Asked<N>): Promise<Written<Answer<N>>> => {
    const key = crypto.randomUUID();
    setProgress(null);
    setUnderWay({ key });
    const { data, error } = await send({ name, asked, key });
    setUnderWay(null);
    return error === undefined ? { ok: true, answer: data as Answer<N> } : { ok: false, trouble: troubleOf(error) };
  };
  return {
    ...{ order, progress, busy: underWay !== null },
    stop: () => void (underWay === null ? undefined : stopOrder({ params: { key: underWay.key } })),
  };
}
