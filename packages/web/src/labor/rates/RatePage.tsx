import { useParams, useSearchParams } from 'react-router';
import { useRead } from '../../api/books-api.ts';
import { Loading, Note } from '../../ui/notes.tsx';
import { RateForm } from './RateForm.tsx';

/** A rate with all it is made up of, and a new one begun from it; or a new one from nothing. */
export function RatePage() {
  const { id = 'new' } = useParams();
  const [search] = useSearchParams();
  const side = search.get('side') === 'bill' ? 'bill' : 'cost';
  const cost = useRead('rates', { query: { side: 'cost', past: 'yes' } });
  const bill = useRead('rates', { query: { side: 'bill', past: 'yes' } });
  const trouble = cost.trouble ?? bill.trouble;
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!cost.answer || !bill.answer) return <Loading />;
  if (id === 'new') return <RateForm key="new" side={side} rate={null} all={[]} />;
  const rate = [...cost.answer.rows, ...bill.answer.rows].find((row) => String(row.id) === id);
  if (rate === undefined) return <Note $tone="trouble">There is no such rate.</Note>;
  const isBill = bill.answer.rows.includes(rate);
  const all = isBill ? bill.answer.rows : cost.answer.rows;
  return <RateForm key={id} side={isBill ? 'bill' : 'cost'} rate={rate} all={all} />;
}
