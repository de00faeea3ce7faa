import { Link } from 'react-router';
import type { Evidence, QuizDocument } from '../../api/types';
import { rungName, stopName } from '../../quiz/names';
import { find } from '../../quiz/places';
import { secondsWords } from '../../ui/figures/words';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { SecondBars } from './SecondBars';

/** Which seconds of each video were seen by how many. */
export function WatchMaps({ task, document, evidence }: { task: string; document: QuizDocument; evidence: Evidence }) {
    const videos = Object.entries(evidence.watched).flatMap(([id, watched]) => {
        const place = find(document, id);
        return place === null || (place.kind !== 'stop' && place.kind !== 'rung')
            ? []
            : [{ id, name: place.kind === 'stop' ? stopName(place.stop) : rungName(place.rung), watched }];
    });
    if (videos.length === 0) {
        return null;
    }
    return (
        <section aria-labelledby="videos">
            <h2 id="videos" className="mb-2 text-xl">
                {say('teacher.watch-maps.what-was-watched')}
            </h2>
            <ul className="grid gap-4">
                {videos.map(({ id, name, watched }) => {
                    const seconds = Object.keys(watched.map).map(Number);
                    const last = Math.max(1, ...seconds);
                    const first = Math.min(last, ...seconds);
                    return (
                        <li key={id} className="rounded-lg border border-line bg-sheet p-3">
                            <p>
                                <Link className="font-semibold underline" to={`/tasks/${task}/videos/${id}`}>
                                    {name}
                                </Link>
                            </p>
                            <p className="text-sm text-soft">
                                {say('teacher.watch-maps.watched-in-the-mean-seen', {
                                    students: watched.students,
                                    time: secondsWords(watched.seen / watched.students),
                                    time2: secondsWords(watched.again / watched.students),
                                    number: (watched.jumps / watched.students).toFixed(1),
                                })}
                            </p>
                            <div className="mt-2">
                                <SecondBars
                                    seen={watched.map}
                                    again={watched.mapAgain}
                                    students={watched.students}
                                    first={first}
                                    last={last}
                                />
                            </div>
                            <p className="flex justify-between text-xs text-soft">
                                <span>{timecode(first)}</span>
                                <span>{say('teacher.watch-maps.height-share-of-those-who')}</span>
                                <span>{timecode(last)}</span>
                            </p>
                        </li>
                    );
                })}
            </ul>
        </section>
    );
}
