import type { ShownRung } from '../api/types';
import { isEmpty } from '../quiz/text';
import { say } from '../words/words';
import { Rich } from './Rich';
import { type Stretch, VideoPlayer } from './VideoPlayer';

/** One step of help, as a student sees it. */
export function RungContent({ rung, onWatched }: { rung: ShownRung; onWatched: (rung: string, stretch: Stretch) => void }) {
    if (rung.clip !== undefined) {
        return (
            <div>
                {rung.title !== '' && <p className="mb-2 font-semibold">{rung.title}</p>}
                <VideoPlayer title={rung.title} clip={rung.clip} onWatched={(stretch) => onWatched(rung.id, stretch)} />
            </div>
        );
    }
    return (
        <div className="text-lg leading-relaxed" data-read-aloud>
            {rung.title !== '' && <p className="mb-1 font-display text-lg">{rung.title}</p>}
            <Rich text={rung.text} />
            {rung.kind === 'teacher' && <p className="mt-1 font-semibold">{say('player.rung-content.your-teacher-has-been-called')}</p>}
            {rung.link !== undefined && rung.link !== '' && (
                <p className="mt-2">
                    <a className="font-semibold underline" href={rung.link} target="_blank" rel="noreferrer noopener">
                        {say('player.rung-content.open-the-exercise-a-new')}
                    </a>
                </p>
            )}
            {rung.answers !== undefined && !isEmpty(rung.answers) && (
                <details className="mt-3 rounded-md border border-line p-3">
                    <summary className="font-semibold">{say('player.rung-content.answers-to-check-yourself')}</summary>
                    <Rich text={rung.answers} className="mt-2" />
                </details>
            )}
        </div>
    );
}

export const rungWords: Record<ShownRung['kind'] | 'question', string> = {
    hint: say('player.rung-content.hint'),
    video: say('player.rung-content.video'),
    reading: say('player.rung-content.reading'),
    'worked-example': say('player.rung-content.worked-example'),
    exercise: say('player.rung-content.exercise'),
    teacher: say('player.rung-content.your-teacher'),
    question: say('player.rung-content.simpler-question'),
};
