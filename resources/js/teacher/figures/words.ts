import type { Share } from '../../api/types';

/** Fewer answers than that are told as counts. */
export const FEW = 5;

export function shareWords({ count, of }: Share): string {
    return of < FEW ? `${count} of ${of}` : `${Math.round((100 * count) / of)} %`;
}

/** How far off a share may be, and of how many it is. */
export function shareDetail({ count, of, interval }: Share): string {
    const percent = (share: number | undefined) => Math.round(100 * (share ?? 0));
    return of < FEW || interval === null
        ? `${count} of ${of}`
        : `${count} of ${of}; between ${percent(interval[0])} % and ${percent(interval[1])} % with 95 % certainty`;
}

export function secondsWords(seconds: number): string {
    return seconds < 90 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1)} min`;
}
