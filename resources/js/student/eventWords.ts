import { say } from '../words/words';
import type { MadeEvent } from './queue';

/** What a student did, as the beginning of a sentence about it. */
export function eventInWords(event: MadeEvent): string {
    if (event.kind === 'answered') {
        const response = event.data.response as { text?: string } | undefined;
        return typeof response?.text === 'string' && response.text !== ''
            ? say('student.event.your-answer', { text: shortened(response.text) })
            : say('student.event.your-answer-2');
    }
    return doings[event.kind] ?? say('student.event.something-you-did');
}

const doings: Partial<Record<MadeEvent['kind'], string>> = {
    'asked-for-help': say('student.event.your-asking-for-help'),
    'asked-for-alike': say('student.event.your-asking-for-another-question'),
    'judged-own': say('student.event.what-you-said-of-your'),
    'went-on': say('student.event.your-going-on'),
    'went-to': say('student.event.your-going-elsewhere'),
    watched: say('student.event.what-you-watched'),
    'video-away': say('student.event.your-going-on-without-the-video'),
    skipped: say('student.event.your-leaving-it-out'),
    'set-aside': say('student.event.your-leaving-it-for-later'),
    called: say('student.event.your-call'),
    commented: say('student.event.your-comment'),
    'handed-in': say('student.event.your-handing-in'),
    finished: say('student.event.your-finishing'),
};

function shortened(text: string): string {
    return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}
