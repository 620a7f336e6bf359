import { useCallback, useState, type RefCallback } from 'react';

/** The width of an element in px, 0 until it is known. */
export function useWidth(): [RefCallback<HTMLElement>, number] {
  const [width, setWidth] = useState(0);
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const observer = new ResizeObserver(([entry]) => setWidth(entry!.contentRect.width));
    setWidth(element.getBoundingClientRect().width);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
