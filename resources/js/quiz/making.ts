import type { Entry, Question, QuestionKind, Rung, StaircaseStop, Stop } from '../api/types';
import { ulid } from '../ui/ulid';
import { say } from '../words/words';
import { isTyped, showsOptions } from './kinds';
import { entryName } from './names';
import { fromPlain, isEmpty, plainOf } from './text';

export function newEntry(right = false, text = ''): Entry {
    return { id: ulid(), text, right, feedback: '', fork: null, ladder: [] };
}

export function newQuestion(kind: QuestionKind = 'one-choice', points = 1): Question {
    return withKind(
        {
            id: ulid(),
            kind: 'one-choice',
            prompt: '',
            points,
            tolerance: { kind: 'absolute', value: '0' },
            feedback: { right: '', notRight: '' },
            entries: [],
            ladder: [],
        },
        kind,
    );
}

/** Another kind: nothing that was typed is lost; what the new kind needs and lacks is put beside it. */
export function withKind(question: Question, kind: QuestionKind): Question {
    const next = { ...question, kind, entries: question.entries.map((entry) => asShownOrTyped(entry, kind)) };
    const empty = next.entries.every((entry) => entryName(entry, kind) === '');
    switch (kind) {
        case 'true-false':
            return empty ? { ...next, entries: [newEntry(false, say('quiz.true')), newEntry(false, say('quiz.false'))] } : next;
        case 'order':
            return (question.items ?? []).length > 0
                ? next
                : { ...next, items: [newItem(), newItem(), newItem()], scoring: question.scoring ?? 'parts' };
        case 'match': {
            if ((question.pairs ?? []).length > 0) {
                return next;
            }
            const items = (question.items ?? []).length >= 2 ? (question.items ?? []) : [newItem(), newItem(), newItem()];
            return {
                ...next,
                items,
                pairs: items.map((item) => ({ id: ulid(), text: '', item: item.id })),
                scoring: question.scoring ?? 'parts',
            };
        }
        case 'gaps':
            return (question.gaps ?? []).length > 0
                ? next
                : { ...next, sentence: question.sentence ?? '', gaps: [], scoring: question.scoring ?? 'parts' };
        case 'hand-in':
            return { ...next, accepts: question.accepts ?? ['picture', 'sound', 'file'] };
        default:
            return next;
    }
}

/** An option that becomes an answer to type is first the same words, and the other way round; what it had as such stays. */
function asShownOrTyped(entry: Entry, kind: QuestionKind): Entry {
    if (isTyped(kind) && (entry.key ?? '') === '') {
        return { ...entry, key: plainOf(entry.text) };
    }
    return showsOptions(kind) && isEmpty(entry.text) && (entry.key ?? '') !== '' ? { ...entry, text: fromPlain(entry.key ?? '') } : entry;
}

export function newItem(): { id: string; text: string } {
    return { id: ulid(), text: '' };
}

/** A stop with nothing in it; its question has so many points. */
export function newStop(kind: Stop['kind'], points = 1): Stop {
    const id = ulid();
    switch (kind) {
        case 'question':
            return { id, kind, question: newQuestion('one-choice', points) };
        case 'video':
            return { id, kind, title: '', clip: { media: null, from: 0, to: null }, cues: [] };
        case 'reading':
            return { id, kind, title: '', text: '' };
        case 'text':
            return { id, kind, text: '' };
        case 'drill':
            return { id, kind, title: '', questions: [newQuestion('short-text')], deal: 4, need: 3, ends: 'need', points: 2 };
        case 'staircase':
            return {
                id,
                kind,
                title: '',
                levels: [newLevel(), newLevel(), newLevel()],
                longest: 8,
                points: 2,
                ladder: [],
            };
    }
}

/** A level of a staircase, with a first question. */
export function newLevel(): StaircaseStop['levels'][number] {
    return { id: ulid(), questions: [newQuestion('short-text')] };
}

export function newRung(kind: Rung['kind']): Rung {
    const id = ulid();
    switch (kind) {
        case 'hint':
        case 'teacher':
            return { id, kind, text: '' };
        case 'video':
            return { id, kind, title: '', clip: { media: null, from: 0, to: null } };
        case 'reading':
        case 'worked-example':
            return { id, kind, title: '', text: '' };
        case 'exercise':
            return { id, kind, title: '', text: '', link: '', answers: '' };
        case 'question':
            return { id, kind, question: newQuestion() };
    }
}
