import { say } from '../words/words';
import type { MadeEvent } from './queue';

/** What a student did, as the beginning of a sentence about it. */
export function wasDone(event: MadeEvent): string {
    if (event.kind === 'answered') {
        const response = event.data.response as { text?: string } | undefined;
        return typeof response?.text === 'string' && response.text !== ''
            ? say('student.steps.your-answer', { text: shortened(response.text) })
            : say('student.steps.your-answer-2');
    }
    return doings[event.kind] ?? say('student.steps.something-you-did');
}

const doings: Partial<Record<MadeEvent['kind'], string>> = {
    'asked-for-help': say('student.steps.your-asking-for-help'),
    'asked-for-alike': say('student.steps.your-asking-for-another-question'),
    'judged-own': say('student.steps.what-you-said-of-your'),
    'went-on': say('student.steps.your-going-on'),
    'went-to': say('student.steps.your-going-elsewhere'),
    watched: say('student.steps.what-you-watched'),
    skipped: say('student.steps.your-leaving-it-out'),
    'set-aside': say('student.steps.your-leaving-it-for-later'),
    called: say('student.steps.your-call'),
    commented: say('student.steps.your-comment'),
    'handed-in': say('student.steps.your-handing-in'),
    finished: say('student.steps.your-finishing'),
};

function shortened(text: string): string {
    return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}
