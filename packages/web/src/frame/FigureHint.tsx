import { useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import styled from 'styled-components';
import { figureOf } from '@lowtide/core/trace/figure.ts';
import { FORMULAS } from '@lowtide/core/trace/formulas.ts';
import { color, size, space, type } from '../theme/tokens.ts';

interface Shown {
  readonly label: string;
  readonly formula: string;
  readonly left: number;
  readonly top: number;
}

/** Long enough that it does not follow a pointer that only passes. */
const AFTER_MS = 350;
const WIDTH = 320;

/** The formula of the figure that the pointer rests on or that has the focus, and what can be done with it. One for the whole screen. */
export function FigureHint() {
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hide = (): void => {
      clearTimeout(timer);
      setShown(null);
    };
    const show =
      (afterMs: number) =>
      (event: Event): void => {
        hide();
        const figure = event.target instanceof Element ? event.target.closest<HTMLElement>('[data-figure]') : null;
        if (figure !== null) timer = setTimeout(() => setShown(hintOf(figure)), afterMs);
      };
    const [onFocus, onHover] = [show(0), show(AFTER_MS)];
    const listeners = {
      focusin: onFocus,
      mouseover: onHover,
      focusout: hide,
      mousedown: hide,
      keydown: hide,
      wheel: hide,
    };
    for (const [name, listener] of Object.entries(listeners))
      document.addEventListener(name, listener, { passive: true });
    return () => {
      clearTimeout(timer);
      for (const [name, listener] of Object.entries(listeners)) document.removeEventListener(name, listener);
    };
  }, []);
  if (shown === null) return null;
  return createPortal(
    <Hint role="tooltip" style={{ left: shown.left, top: shown.top }}>
      <b>{shown.label}</b> = {shown.formula}
      <p>Enter: where it comes from · G: pin · Ctrl C: copy</p>
    </Hint>,
    document.body,
  );
}

function hintOf(figure: HTMLElement): Shown | null {
  const name = figureOf(figure.dataset['figure'] ?? '')?.name;
  if (name === undefined) return null;
  const { left, bottom, top } = figure.getBoundingClientRect();
  const room = globalThis.innerHeight - bottom;
  return {
    label: (figure.getAttribute('aria-label') ?? '').replace(` ${figure.textContent}`, ''),
    formula: FORMULAS[name],
    left: Math.max(4, Math.min(left, globalThis.innerWidth - WIDTH - 8)),
    top: room > 90 ? bottom + 4 : top - 70,
  };
}

const Hint = styled.div`
  position: fixed;
  z-index: 40;
  max-width: ${WIDTH}px;
  padding: ${space.two} ${space.three};
  background: ${color.ink};
  color: ${color.textOnInk};
  border-radius: ${size.radius};
  font-size: ${type.small};
  pointer-events: none;
  p {
    margin-top: ${space.half};
    color: ${color.textOnInkQuiet};
  }
`;
