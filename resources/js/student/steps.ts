import type { MadeEvent } from './queue';

/** What a student did, as the beginning of a sentence about it. */
export function wasDone(event: MadeEvent): string {
    if (event.kind === 'answered') {
        const response = event.data.response as { text?: string } | undefined;
        return typeof response?.text === 'string' && response.text !== '' ? `Your answer “${shortened(response.text)}”` : 'Your answer';
    }
    return doings[event.kind] ?? 'Something you did';
}

const doings: Partial<Record<MadeEvent['kind'], string>> = {
    'asked-for-help': 'Your asking for help',
    'asked-for-alike': 'Your asking for another question',
    'judged-own': 'What you said of your answer',
    'went-on': 'Your going on',
    'went-to': 'Your going elsewhere',
    watched: 'What you watched',
    skipped: 'Your leaving it out',
    'set-aside': 'Your leaving it for later',
    called: 'Your call',
    commented: 'Your comment',
    'handed-in': 'Your handing in',
    finished: 'Your finishing',
};

function shortened(text: string): string {
    return text.length > 60 ? `${text.slice(0, 59)}…` : text;
}
