import type { Medium, QuizDocument, StoredEvent } from '../../api/types';
import { withStretch } from '../../player/seeking';
import { find } from '../../quiz/places';
import { useMediaKnown } from '../../richtext/media';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';

interface Stretch {
    from: number;
    to: number;
}

interface Watched {
    video: string;
    title: string;
    /** Where the video begins and ends, as far as it is known: seconds. */
    from: number;
    to: number;
    stretches: Stretch[];
}

/** Seconds; a shorter stretch was landed on, and not watched. */
export const PLAYED = 0.5;

/** Which parts of each video a student watched in a round, and which more than once. */
export function WatchStrips({ document, events }: { document: QuizDocument; events: StoredEvent[] }) {
    const videos = watchedIn(document, events, useMediaKnown());
    return videos.length === 0 ? null : (
        <ul className="mb-4 grid gap-2" aria-label={say('teacher.watch-maps.what-was-watched')}>
            {videos.map((video) => (
                <Strip key={video.video} video={video} />
            ))}
        </ul>
    );
}

function Strip({ video: { title, from, to, stretches } }: { video: Watched }) {
    const x = (at: number) => (1000 * (Math.min(at, to) - from)) / Math.max(1, to - from);
    const parts = stretches.map((one): [number, number] => [one.from, one.to]).reduce(withStretch, []);
    const told = parts.map(([first, last]) => `${timecode(Math.round(first))}–${timecode(Math.round(last))}`);
    return (
        <li className="text-sm">
            <span className="font-semibold">{title}</span>{' '}
            <span className="text-soft">{say('teacher.student.watched-parts', { parts: told.join(', ') })}</span>
            <svg viewBox="0 0 1000 12" preserveAspectRatio="none" className="mt-1 block h-3 w-full rounded-sm bg-paper" aria-hidden="true">
                <rect width="1000" height="12" className="fill-line" />
                {/* Each over the others: what was seen more than once is darker. */}
                {stretches.map((one, index) => (
                    <rect
                        key={index}
                        x={x(one.from)}
                        width={Math.max(2, x(one.to) - x(one.from))}
                        height="12"
                        className="fill-rail opacity-60"
                    />
                ))}
            </svg>
        </li>
    );
}

/** The videos of a round in the order in which they were come to, without those that are not in the quiz any more. */
function watchedIn(document: QuizDocument, events: StoredEvent[], media: Record<string, Medium>): Watched[] {
    const videos = new Map<string, Stretch[]>();
    for (const event of events) {
        if (event.kind === 'watched') {
            const { video, from, to } = event.data as { video: string; from: number; to: number };
            if (to - from >= PLAYED) {
                videos.set(video, [...(videos.get(video) ?? []), { from, to }]);
            }
        }
    }
    return [...videos].flatMap(([video, stretches]) => {
        const place = find(document, video);
        const shown = place?.kind === 'stop' ? place.stop : place?.kind === 'rung' ? place.rung : null;
        if (shown === null || !('clip' in shown) || shown.clip === undefined) {
            return [];
        }
        const last = Math.max(...stretches.map((one) => one.to));
        const title = 'title' in shown && typeof shown.title === 'string' ? shown.title : '';
        // Without a set end it goes to the end of the video; where that is not known, at least as far as was watched.
        const end = shown.clip.to ?? (shown.clip.media === null ? null : media[shown.clip.media]?.seconds) ?? last;
        return [{ video, title, from: shown.clip.from, to: end, stretches }];
    });
}
