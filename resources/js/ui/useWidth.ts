import { type RefObject, useLayoutEffect, useState } from 'react';

/** How wide an element is, in pixels; 0 until it is there. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
    const [width, setWidth] = useState(0);
    useLayoutEffect(() => {
        const box = element.current;
        if (box === null) {
            return;
        }
        const watch = new ResizeObserver(() => setWidth(box.clientWidth));
        watch.observe(box);
        setWidth(box.clientWidth);
        return () => watch.disconnect();
    }, [element]);
    return width;
}
