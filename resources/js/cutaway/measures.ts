import { type RefObject, useLayoutEffect, useState } from 'react';

/** Height of the room above the columns for arcs, in pixels, and without any. */
export const SKY = 84;
export const LOW_SKY = 14;

/** Width of a column in pixels, from as narrow as can be read to as wide as is needed; narrower from afar. */
const NEAR = { least: 128, most: 216 };
const FAR = { least: 84, most: 116 };

/** Below this a column has smaller letters and fewer lines. */
export const DENSE = 164;

/** How many columns stand in a row, and how wide each is, so that as many as can be read stand beside each other. */
export function rowsOf(count: number, room: number, far: boolean): { perRow: number; width: number } {
    const { least, most } = far ? FAR : NEAR;
    if (room <= 0 || count * most <= room) {
        return { perRow: Math.max(1, count), width: most };
    }
    const fit = Math.max(1, Math.floor(room / least));
    const perRow = Math.ceil(count / Math.ceil(count / fit));
    return { perRow, width: Math.floor(room / perRow) };
}

/** The width in pixels that an element has for what stands in it; 0 as long as it is not known. */
export function useRoom(element: RefObject<HTMLElement | null>): number {
    const [room, setRoom] = useState(0);
    useLayoutEffect(() => {
        const { current } = element;
        if (current === null || typeof ResizeObserver === 'undefined') {
            return;
        }
        const measure = () => setRoom(current.clientWidth);
        measure();
        const observer = new ResizeObserver(measure);
        observer.observe(current);
        return () => observer.disconnect();
    }, [element]);
    return room;
}
