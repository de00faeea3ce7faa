import type { Share } from '../../api/types';
import { say } from '../../words/words';

/** Fewer answers than that are told as counts. */
export const FEW = 5;

export function shareWords({ count, of }: Share): string {
    return of < FEW ? say('teacher.words.of', { count, of }) : `${Math.round((100 * count) / of)} %`;
}

/** How far off a share may be, and of how many it is. */
export function shareDetail({ count, of, interval }: Share): string {
    const percent = (share: number | undefined) => Math.round(100 * (share ?? 0));
    return of < FEW || interval === null
        ? say('teacher.words.of', { count, of })
        : say('teacher.words.of-between-and-with-95', { count, of, percent: percent(interval[0]), percent2: percent(interval[1]) });
}

export function secondsWords(seconds: number): string {
    return seconds < 90 ? `${Math.round(seconds)} s` : say('teacher.words.min', { number: (seconds / 60).toFixed(1) });
}
