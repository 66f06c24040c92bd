// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest';
import { Button } from './Button.tsx';
import { withCssEscape } from './css-escape.test.support.ts';
import { Dialog } from './Dialog.tsx';

const [closed, ordered] = [vi.fn(), vi.fn()];
beforeEach(() => {
  closed.mockClear();
  ordered.mockClear();
});
beforeAll(withCssEscape);
afterEach(cleanup);

function open(field = <input aria-label="Amount" />) {
  render(
    <Dialog title="Pay" onClose={closed}>
      {field}
      <Button onPress={closed}>Cancel</Button>
      <Button $look="primary" onPress={ordered}>
        Record payment
      </Button>
    </Dialog>,
  );
  return userEvent.setup();
}

describe('Enter in a dialog', () => {
  test('does what its main button says', async () => {
    const user = open();
    await user.type(screen.getByLabelText('Amount'), '5{Enter}');
    expect(ordered).toHaveBeenCalledOnce();
    expect(closed).not.toHaveBeenCalled();
  });

  test.each([
    { case: 'a long text', field: <textarea aria-label="Amount" /> },
    {
      case: 'an open list',
      field: <input aria-label="Amount" aria-expanded="true" role="combobox" aria-controls="x" />,
    },
  ])('is left to $case', async ({ field }) => {
    const user = open(field);
    await user.type(screen.getByLabelText('Amount'), '5{Enter}');
    expect(ordered).not.toHaveBeenCalled();
  });
});

describe('Escape in a dialog', () => {
  test('leaves where nothing was typed', async () => {
    const user = open();
    await user.click(screen.getByLabelText('Amount'));
    await user.keyboard('{Escape}');
    expect(closed).toHaveBeenCalledOnce();
  });

  test('asks first where something was; what was typed is still there', async () => {
    const user = open();
    await user.type(screen.getByLabelText('Amount'), '5{Escape}');
    expect(closed).not.toHaveBeenCalled();
    await user.click(screen.getByText('Go on typing'));
    expect(screen.getByLabelText<HTMLInputElement>('Amount').value).toBe('5');
    await user.click(screen.getByLabelText('Amount'));
    await user.keyboard('{Escape}');
    await user.click(screen.getByText('Discard it'));
    expect(closed).toHaveBeenCalledOnce();
  });
});
