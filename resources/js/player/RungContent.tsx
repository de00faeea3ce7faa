import type { RoundView, ShownRung } from '../api/types';
import { isEmpty } from '../quiz/text';
import { Rich } from './Rich';
import { type Stretch, VideoPlayer } from './VideoPlayer';

/** One step of help, as a student sees it. */
export function RungContent({
    rung,
    media,
    onWatched,
}: {
    rung: ShownRung;
    media: RoundView['media'];
    onWatched: (rung: string, stretch: Stretch) => void;
}) {
    if (rung.clip !== undefined) {
        const about = rung.clip.media === null ? undefined : media[rung.clip.media];
        return (
            <div>
                {rung.title !== '' && <p className="mb-2 font-semibold">{rung.title}</p>}
                <VideoPlayer
                    title={rung.title}
                    clip={rung.clip}
                    length={about?.seconds ?? null}
                    captions={about?.captions ?? false}
                    onWatched={(stretch) => onWatched(rung.id, stretch)}
                />
            </div>
        );
    }
    return (
        <div className="text-lg leading-relaxed" data-read-aloud>
            {rung.title !== '' && <p className="mb-1 font-display text-lg">{rung.title}</p>}
            <Rich text={rung.text} />
            {rung.kind === 'teacher' && <p className="mt-1 font-semibold">Your teacher has been called.</p>}
            {rung.link !== undefined && rung.link !== '' && (
                <p className="mt-2">
                    <a className="font-semibold underline" href={rung.link} target="_blank" rel="noreferrer noopener">
                        Open the exercise (a new page)
                    </a>
                </p>
            )}
            {rung.answers !== undefined && !isEmpty(rung.answers) && (
                <details className="mt-3 rounded-md border border-line p-3">
                    <summary className="font-semibold">Answers, to check yourself</summary>
                    <Rich text={rung.answers} className="mt-2" />
                </details>
            )}
        </div>
    );
}

export const rungWords: Record<ShownRung['kind'] | 'question', string> = {
    hint: 'Hint',
    video: 'Video',
    reading: 'Reading',
    'worked-example': 'Worked example',
    exercise: 'Exercise',
    teacher: 'Your teacher',
    question: 'Simpler question',
};
