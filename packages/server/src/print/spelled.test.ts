import { expect, test } from 'vitest';
import { spelled } from './spelled.ts';

test('what the typeface cannot print is spelled, wherever it stands; pictures and functions stay', () => {
  const layout = { hLineWidth: () => 1 };
  const page = {
    stack: ['310 m²', { text: ['½ day', ' ± 2'], image: 'data:²' }],
    table: { widths: ['*', 40], body: [['5 m³', { text: 'Ostend' }]] },
    layout,
  };
  expect(spelled(page)).toEqual({
    stack: ['310 m2', { text: ['1/2 day', ' +/- 2'], image: 'data:²' }],
    table: { widths: ['*', 40], body: [['5 m3', { text: 'Ostend' }]] },
    layout,
  });
});
