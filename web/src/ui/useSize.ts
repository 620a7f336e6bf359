import { useCallback, useState, type RefCallback } from 'react';

export interface Size {
  width: number;
  height: number;
}

/** The size of an element's inside in px, 0 until it is known. */
export function useSize(): [RefCallback<HTMLElement>, Size] {
  const [size, setSize] = useState<Size>({ width: 0, height: 0 });
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const measure = (width: number, height: number) =>
      setSize((old) => (old.width === width && old.height === height ? old : { width, height }));
    const observer = new ResizeObserver(([entry]) =>
      measure(entry!.contentRect.width, entry!.contentRect.height),
    );
    measure(element.clientWidth, element.clientHeight);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
