import { useEffect, useRef, useState, type RefObject } from 'react';

/** The width a drawing has, in pixels, as the window changes. */
export function useWidth<E extends HTMLElement>(): readonly [RefObject<E | null>, number] {
  const box = useRef<E>(null);
  const [width, setWidth] = useState(600);
  useEffect(() => {
    const element = box.current;
    if (!element || typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setWidth(entry.contentRect.width);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [box, width];
}
