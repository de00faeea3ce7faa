/** How seconds lie on the timeline. */
export interface Scale {
    /** Of the video, in seconds. */
    length: number;
    /** Pixels of a second. */
    perSecond: number;
}

/** As close as it gets: the tenth of a second is ten pixels then. */
const CLOSEST = 100;

/** Pixels that there are at least between two times on the ruler. */
const APART = 70;

const STEPS = [0.1, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800];

/** @param zoom how many times as wide as the screen the whole video lies */
export function scaleOf(length: number, width: number, zoom: number): Scale {
    return { length, perSecond: Math.min(CLOSEST, (width / Math.max(length, 1)) * zoom) };
}

/** The greatest zoom that shows more than the one before it. */
export function mostZoom(length: number, width: number): number {
    return Math.max(1, (CLOSEST * Math.max(length, 1)) / Math.max(width, 1));
}

/** Times that stand on the ruler between two moments, in seconds. */
export function ticks(from: number, to: number, scale: Scale): number[] {
    const step = STEPS.find((one) => one * scale.perSecond >= APART) ?? 3600;
    const found = [];
    for (let turn = Math.floor(from / step); turn * step <= Math.min(to, scale.length); turn++) {
        found.push(turn * step);
    }
    return found;
}

/** The loudest within each pixel's time, from 0 to 1, of bytes for each tenth of a second. */
export function loudness(wave: Uint8Array, from: number, pixels: number, scale: Scale): number[] {
    return Array.from({ length: pixels }, (_, pixel) => {
        const first = Math.floor((from + pixel / scale.perSecond) * 10);
        const last = Math.max(first, Math.floor((from + (pixel + 1) / scale.perSecond) * 10) - 1);
        let most = 0;
        for (let at = first; at <= last; at++) {
            most = Math.max(most, wave[at] ?? 0);
        }
        return most / 255;
    });
}
