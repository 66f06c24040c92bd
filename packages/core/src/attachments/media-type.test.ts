import { expect, test } from 'vitest';
import { sentAs, shownAs } from './media-type.ts';

test.each([
  { type: 'application/pdf', shown: 'page', sent: 'application/pdf' },
  { type: 'image/PNG', shown: 'picture', sent: 'image/png' },
  { type: 'application/xml; charset=utf-8', shown: 'page', sent: 'text/plain; charset=utf-8' },
  { type: 'text/html', shown: 'not shown', sent: 'application/octet-stream' },
  { type: 'image/svg+xml', shown: 'not shown', sent: 'application/octet-stream' },
])('$type is $shown and never sent as what could run', ({ type, shown, sent }) => {
  expect([shownAs(type), sentAs(type)]).toEqual([shown, sent]);
});
