/** Where in a video one may go, as core/src/Round/Internal/Walk.php lets it through. */
export type Seeking = 'free' | 'back' | 'open-cue';

/** Stretches in order, without overlaps: from and to in seconds. */
export type Stretches = [from: number, to: number][];

/** A jump towards an open cue lands so many seconds before it, and plays into it. */
const LEAD = 1.5;

/** Stretches that end and begin so close to each other are one. */
const SEAM = 0.3;

/** From and to by turns, as pairs. */
export function pairs(flat: number[]): Stretches {
    return flat.flatMap((from, index): Stretches => (index % 2 === 0 ? [[from, flat[index + 1] ?? from]] : []));
}

/** Puts a stretch to others, joined with those that lie within so many seconds of it. */
export function joining(seam: number) {
    return (stretches: Stretches, [from, to]: [number, number]): Stretches => {
        const touched = stretches.filter(([a, b]) => a <= to + seam && b >= from - seam);
        const apart = stretches.filter((one) => !touched.includes(one));
        const joined: [number, number] = [Math.min(from, ...touched.map(([a]) => a)), Math.max(to, ...touched.map(([, b]) => b))];
        return [...apart, joined].sort(([a], [b]) => a - b);
    };
}

/** The stretches with another one, joined with those that it touches. */
export const withStretch = joining(SEAM);

interface Ways {
    seeking: Seeking;
    reached: Stretches;
    /** The next cue that is open, as far as it is known. */
    holdAt: number | null;
    start: number;
}

/** Where a jump lands: freely where it was meant; as far as was seen; or shortly before the open cue that lies on the way. */
export function landing(to: number, { seeking, reached, holdAt, start }: Ways): number {
    if (seeking === 'free') {
        return to;
    }
    if (seeking === 'back' && !reached.some(([from, end]) => to >= from && to <= end)) {
        // The end of what was seen before it, or else where something was seen first.
        const before = reached.filter(([, end]) => end <= to).at(-1);
        return landing(before?.[1] ?? start, { seeking: 'open-cue', reached, holdAt, start });
    }
    return holdAt !== null && to > holdAt - LEAD ? Math.max(start, holdAt - LEAD) : to;
}
