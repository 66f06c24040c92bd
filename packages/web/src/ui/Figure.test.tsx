// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { cents } from '@lowtide/core/money/cents.ts';
import { FigureActionsContext, Money } from './Figure.tsx';
import { TideGauge, tideText } from './TideGauge.tsx';

afterEach(cleanup);

const tide = (of: { contract: number; cost: number; estimate: number; earned: number; billed: number }) => ({
  contract: cents(of.contract * 100),
  cost: cents(of.cost * 100),
  estimate: cents(of.estimate * 100),
  earned: cents(of.earned * 100),
  billed: cents(of.billed * 100),
});

describe('a figure', () => {
  test('opens its trace with Enter and is pinned with g', async () => {
    const actions = { trace: vi.fn(), pin: vi.fn() };
    const user = userEvent.setup();
    render(
      <FigureActionsContext value={actions}>
        <Money label="Cost" money={{ amountCents: cents(12_345), figure: 'cost.p1.t2027-03' }} />
      </FigureActionsContext>,
    );
    screen.getByRole('button', { name: 'Cost 123.45' }).focus();
    await user.keyboard('{Enter}g');
    expect(actions.trace).toHaveBeenCalledExactlyOnceWith('cost.p1.t2027-03');
    expect(actions.pin).toHaveBeenCalledExactlyOnceWith('cost.p1.t2027-03');
  });

  test('without a key is text and does nothing', () => {
    render(<Money label="Cost" money={{ amountCents: cents(0) }} />);
    expect(screen.queryByRole('button')).toBeNull();
    expect(screen.getByText('0.00')).toBeTruthy();
  });
});

describe('the tide gauge in words', () => {
  test.each([
    {
      case: 'underbilled',
      of: { contract: 700, cost: 254, estimate: 540, earned: 329, billed: 287 },
      words: 'underbilled by 42.00',
    },
    {
      case: 'overbilled',
      of: { contract: 700, cost: 254, estimate: 540, earned: 287, billed: 329 },
      words: 'overbilled by 42.00',
    },
    {
      case: 'even',
      of: { contract: 700, cost: 254, estimate: 540, earned: 300, billed: 300 },
      words: 'billed as earned',
    },
  ])('$case', ({ of, words }) => {
    expect(tideText(tide(of))).toContain(words);
    render(<TideGauge tide={tide(of)} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain(words);
  });

  test('cost beyond the contract widens the scale and never draws outside it', () => {
    render(<TideGauge small tide={tide({ contract: 100, cost: 150, estimate: 140, earned: 100, billed: 0 })} />);
    const widths = [...screen.getByRole('img').querySelectorAll(':scope > rect')].map((rect) =>
      Number(rect.getAttribute('width')),
    );
    expect(Math.max(...widths)).toBeLessThanOrEqual(1_000);
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(0);
  });
});
