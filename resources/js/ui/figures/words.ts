import type { Share } from '../../api/types';
import { say } from '../../words/words';

/** Fewer answers than that are told as counts. */
export const FEW = 5;

export function shareWords({ count, of }: Share): string {
    return of < FEW
        ? say('teacher.figures.of', { count, of })
        : say('teacher.figures.percent', { percent: Math.round((100 * count) / of) });
}

/** How far off a share may be, and of how many it is. */
export function shareDetail({ count, of, interval }: Share): string {
    const percent = (share: number | undefined) => Math.round(100 * (share ?? 0));
    return of < FEW || interval === null
        ? say('teacher.figures.of', { count, of })
        : say('teacher.figures.of-with-interval', { count, of, from: percent(interval[0]), to: percent(interval[1]) });
}

/** A share in whole per cent, the way it stands in a table; a dash where there is none. */
export function percent(share: number | null): string {
    return share === null ? '–' : `${Math.round(100 * share)} %`;
}

/** A name as a list of last names has it. */
export function byLastName({ family, given }: { family: string; given: string }): string {
    return [family, given].filter((part) => part !== '').join(', ');
}

export function secondsWords(seconds: number): string {
    return seconds < 90
        ? say('teacher.figures.seconds', { seconds: Math.round(seconds) })
        : say('teacher.figures.minutes', { minutes: Math.round(seconds / 6) / 10 });
}
