import { useLayoutEffect, useState, type RefObject } from 'react';

/** Width and height of an element and how far it lies below its offset parent, CSS pixels, kept up to date; zero until it is laid out. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number; top: number } {
  const [size, setSize] = useState({ width: 0, height: 0, top: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const read = (): void =>
      setSize((known) => {
        const { clientWidth: width, clientHeight: height, offsetTop: top } = element;
        return known.width === width && known.height === height && known.top === top ? known : { width, height, top };
      });
    read();
    const observer = new ResizeObserver(read);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}
