import { timecode } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    /** Students by second. */
    seen: Record<string, number>;
    /** Those who saw it more than once. */
    again: Record<string, number>;
    students: number;
    first: number;
    last: number;
}

/** Which seconds of a video were seen by how many, as heights; dark what they saw again. */
export function SecondBars({ seen, again, students, first, last }: Props) {
    const span = Math.max(1, last - first + 1);
    const bars = (map: Record<string, number>) =>
        Array.from({ length: span }, (_, index) => {
            const height = ((map[String(first + index)] ?? 0) / Math.max(1, students)) * 40;
            return height === 0 ? '' : `M${index + 0.5} 40V${40 - height}`;
        }).join('');
    return (
        <svg
            viewBox={`0 0 ${span} 40`}
            preserveAspectRatio="none"
            className="block h-12 w-full bg-paper"
            role="img"
            aria-label={say('teacher.watch-maps.share-of-students-by-second', { time: timecode(first), time2: timecode(last) })}
        >
            <path d={bars(seen)} className="stroke-rail" strokeWidth="1.05" />
            <path d={bars(again)} className="stroke-ink" strokeWidth="1.05" />
        </svg>
    );
}
