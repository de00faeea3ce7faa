import type { Answer, AskedQuestion } from '../../api/types';
import { nameOf } from '../../quiz/text';
import { say } from '../../words/words';

/** What each kind of answer's input gets: its question, the answer so far, and how to change it. */
export interface InputProps {
    question: AskedQuestion;
    answer: Answer;
    onChange: (answer: Answer) => void;
    /** Options found to be not right. */
    tried: string[];
    /** Which parts of the last answer were right, where that may be seen. */
    parts: Record<string, boolean> | null;
}

/** How a kind of question is answered, before anything is given. */
export function emptyAnswer(question: AskedQuestion): Answer {
    switch (question.kind) {
        case 'one-choice':
        case 'several-choices':
        case 'true-false':
        case 'poll':
            return { choices: [] };
        case 'order':
            return { order: (question.items ?? []).map((item) => item.id) };
        case 'match':
            return { pairs: {} };
        case 'gaps':
            return { gaps: {} };
        case 'hand-in':
            return { files: [] };
        default:
            return { text: '' };
    }
}

/** Whether there is enough to send. */
export function isReady(question: AskedQuestion, answer: Answer): boolean {
    if ('choices' in answer) {
        return answer.choices.length > 0;
    }
    if ('text' in answer) {
        return answer.text.trim() !== '';
    }
    if ('order' in answer) {
        return answer.order.length > 0;
    }
    if ('pairs' in answer) {
        return (question.pairs ?? []).every((pair) => (answer.pairs[pair.id] ?? '') !== '');
    }
    if ('gaps' in answer) {
        return (question.gaps ?? []).every((gap) => (answer.gaps[gap.id] ?? '').trim() !== '');
    }
    return answer.files.length > 0;
}

const asks: Record<AskedQuestion['kind'], string> = {
    'one-choice': say('player.parts.choose-one'),
    'several-choices': say('player.parts.choose-all-that-are-right'),
    'true-false': say('player.parts.is-this-true'),
    'short-text': say('player.parts.write-your-answer'),
    gaps: say('player.parts.fill-in-the-gaps'),
    number: say('player.parts.write-your-answer'),
    expression: say('player.parts.write-a-formula'),
    order: say('player.parts.put-these-in-order-the'),
    match: say('player.parts.find-what-belongs-together'),
    poll: say('player.parts.what-do-you-think-there'),
    written: say('player.parts.write-your-answer-in-your'),
    'hand-in': say('player.parts.hand-something-in'),
};

export function askedFor(question: AskedQuestion): string {
    return asks[question.kind];
}

/** An answer in words, for "Your answer". */
export function inWords(question: AskedQuestion, answer: Answer | null): string {
    if (answer === null) {
        return '';
    }
    const shown = [...question.options, ...(question.items ?? []), ...(question.gaps ?? []).flatMap((gap) => gap.options ?? [])];
    const name = (id: string) => nameOf(shown.find((option) => option.id === id)?.text ?? '');
    if ('choices' in answer) {
        return answer.choices.map(name).join(', ');
    }
    if ('text' in answer) {
        return answer.text;
    }
    if ('order' in answer) {
        return answer.order.map((id, index) => `${index + 1}. ${name(id)}`).join('  ');
    }
    if ('pairs' in answer) {
        return (question.pairs ?? []).map((pair) => `${nameOf(pair.text)} → ${name(answer.pairs[pair.id] ?? '') || '…'}`).join(', ');
    }
    if ('gaps' in answer) {
        return (question.gaps ?? []).map((gap) => name(answer.gaps[gap.id] ?? '') || answer.gaps[gap.id] || '…').join(', ');
    }
    return answer.files.length === 1 ? say('player.parts.1-file') : say('player.parts.files', { files: answer.files.length });
}

/** The letter of an option where options are spoken of: A for the first. */
export function letter(index: number): string {
    return index < 0 ? '' : String.fromCharCode(65 + index);
}
