import type { Answer, AskedQuestion } from '../../api/types';
import { nameOf } from '../../quiz/text';

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
    'one-choice': 'Choose one.',
    'several-choices': 'Choose all that are right.',
    'true-false': 'Is this true?',
    'short-text': 'Write your answer.',
    gaps: 'Fill in the gaps.',
    number: 'Write your answer.',
    expression: 'Write a formula.',
    order: 'Put these in order, the first at the top.',
    match: 'Find what belongs together.',
    poll: 'What do you think? There is no right or wrong here.',
    written: 'Write your answer in your own words.',
    'hand-in': 'Hand something in.',
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
    return answer.files.length === 1 ? '1 file' : `${answer.files.length} files`;
}
