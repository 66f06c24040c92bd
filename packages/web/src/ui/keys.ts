import type { KeyboardEvent } from 'react';

/** Keys go by the character they make, wherever a keyboard has it, and whatever must be held for it. */
export const BY_CHARACTER = { useKey: true, ignoreModifiers: true } as const;

/** Enter in a field does what the primary button of the form does; lists of suggestions and long texts keep it. */
export function confirmOnEnter(event: KeyboardEvent<HTMLElement>): void {
  const { target, currentTarget } = event;
  if (event.key !== 'Enter' || event.defaultPrevented || event.ctrlKey || event.metaKey) return;
  if (!(target instanceof HTMLInputElement) || target.getAttribute('aria-expanded') === 'true') return;
  if (['checkbox', 'radio', 'file', 'submit', 'button'].includes(target.type) || target.closest('form, [role="grid"]'))
    return;
  const primary = [...currentTarget.querySelectorAll<HTMLButtonElement>('button[data-primary]:not([disabled])')].at(-1);
  if (!primary) return;
  event.preventDefault();
  primary.click();
}
