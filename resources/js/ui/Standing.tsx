import type { Standing } from '../api/types';
import { say } from '../words/words';

export const standingWords: Record<Standing, string> = {
    untouched: say('ui.standing.untouched'),
    answered: say('ui.standing.given-not-marked-yet'),
    clear: say('ui.standing.right-at-once'),
    climbed: say('ui.standing.right-after-help-or-a'),
    'on-the-ladder': say('ui.standing.on-the-ladder'),
    'set-aside': say('ui.standing.set-aside-not-yet'),
    shown: say('ui.standing.answer-shown-after-the-last'),
    'to-be-read': say('ui.standing.waits-to-be-read'),
    noted: say('ui.standing.noted-no-right-or-wrong'),
};

/** How somebody stands at a question, told by shape. The drawing is hidden from readers of the words beside it. */
export function StandingMark({ standing, size = 20 }: { standing: Standing; size?: number }) {
    return (
        <svg
            viewBox="0 0 20 20"
            width={size}
            height={size}
            aria-hidden="true"
            className="inline-block shrink-0"
            fill="none"
            stroke="currentColor"
        >
            {standing === 'untouched' && <circle cx="10" cy="10" r="5" strokeWidth="1.2" />}
            {standing === 'answered' && (
                <>
                    <circle cx="10" cy="8" r="4.5" strokeWidth="1.8" />
                    <path d="M2.5 15.5h15" strokeWidth="2" />
                </>
            )}
            {standing === 'clear' && <circle cx="10" cy="10" r="5.5" fill="currentColor" stroke="none" />}
            {standing === 'climbed' && (
                <>
                    <circle cx="10" cy="7.5" r="4.5" fill="currentColor" stroke="none" />
                    <path d="M3 16.5h4v-3h10" strokeWidth="2" />
                </>
            )}
            {standing === 'on-the-ladder' && (
                <>
                    <path d="M3.5 1.5v17M16.5 1.5v17" strokeWidth="2" />
                    <circle cx="10" cy="10" r="4" fill="currentColor" stroke="none" />
                </>
            )}
            {standing === 'shown' && (
                <>
                    <circle cx="10" cy="10" r="5.5" strokeWidth="1.8" />
                    <path d="M2 10h16" strokeWidth="2" />
                </>
            )}
            {standing === 'to-be-read' && <path d="M5.5 2.5h6l3 3v12h-9zM8 9h4M8 12.5h4" strokeWidth="1.6" />}
            {standing === 'noted' && <path d="M4.5 4.5h11v8h-6l-3 3.5v-3.5h-2z" strokeWidth="1.6" />}
            {standing === 'set-aside' && <path d="M13.6 5.2a6 6 0 1 0 2 4.8" strokeWidth="2.2" />}
        </svg>
    );
}

export function Legend() {
    return (
        <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm text-soft" aria-label={say('ui.standing.what-the-marks-mean')}>
            {(Object.keys(standingWords) as Standing[]).map((standing) => (
                <li key={standing} className="flex items-center gap-1.5">
                    <StandingMark standing={standing} size={16} /> {standingWords[standing]}
                </li>
            ))}
        </ul>
    );
}
