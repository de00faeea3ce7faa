import type { QuizDocument } from '../api/types';
import { moment } from '../ui/time';
import { say } from '../words/words';
import { kindWords, letter, rungWords, short, showsOptions, stopWords } from './document';
import { type Edit, type Node, nodeIn, placesOf } from './edits';
import { structureOf } from './text';

/** What a change does, in a few words as they stand in a diary: "Option C of stop 3 reworded". */
export function changeInWords(document: QuizDocument, edits: Edit[]): string {
    const first = [...edits].sort((one, other) => weight(one) - weight(other))[0];
    if (first === undefined) {
        return say('quiz.change-words.nothing');
    }
    const words = sentence(document, first);
    return short(words.charAt(0).toUpperCase() + words.slice(1), 200);
}

/** Of several edits that belong together, the one that the others follow from. */
function weight(edit: Edit): number {
    if (edit.do === 'set' && edit.member === 'kind') {
        return 0;
    }
    return { remove: 1, insert: 2, move: 3, set: 4 }[edit.do];
}

function sentence(document: QuizDocument, edit: Edit): string {
    switch (edit.do) {
        case 'insert':
            return say('quiz.change-words.added', { inserted: inserted(document, edit) });
        case 'remove':
            return say('quiz.change-words.taken-out', { name: name(document, edit.at) });
        case 'move':
            return say('quiz.change-words.moved', { name: name(document, edit.at) });
        case 'set':
            return `${name(document, edit.at)}${set(document, edit)}`;
    }
}

const wordsFor: Record<string, string> = {
    prompt: say('quiz.change-words.reworded'),
    text: say('quiz.change-words.reworded'),
    title: ': title reworded',
    message: say('quiz.change-words.reworded'),
    instructions: ': instructions reworded',
    sentence: ': sentence reworded',
    model: ': model answer reworded',
    'feedback.right': ': feedback for right reworded',
    'feedback.notRight': ': feedback for not right reworded',
    explanation: ': explanation reworded',
    feedback: ': feedback reworded',
    key: say('quiz.change-words.reworded'),
    subject: ': subject changed',
    unit: ': unit changed',
    tags: ': tags changed',
    points: ': points changed',
    fork: ': where it leads to changed',
    misconception: ': misconception changed',
    alike: ': alike group changed',
    objectives: ': objectives changed',
    language: ': language changed',
    part: ': part changed',
    shownIf: ': when it is shown changed',
    at: ': moment changed',
    when: ': condition changed',
    to: ': where it leads to changed',
};

function set(document: QuizDocument, edit: Extract<Edit, { do: 'set' }>): string {
    const node = nodeIn(document, edit.at);
    if (edit.member === 'right') {
        return edit.value === true ? say('quiz.change-words.marked-right') : say('quiz.change-words.marked-not-right');
    }
    if (edit.member === 'kind' && typeof edit.value === 'string' && edit.value in kindWords) {
        return ` made: ${kindWords[edit.value as keyof typeof kindWords].toLowerCase()}`;
    }
    const stood = node?.[edit.member];
    if (edit.member !== 'sentence' && structureOf(textOf(edit.value)) !== structureOf(textOf(stood))) {
        return ': picture, sound, video or document changed';
    }
    if (edit.member.startsWith('clip')) {
        return ': video changed';
    }
    if (edit.member.startsWith('terms')) {
        return ': suggested terms changed';
    }
    if (node !== undefined && edit.at === 'quiz' && edit.member === 'title') {
        return ': title reworded';
    }
    return wordsFor[edit.member] ?? `: ${edit.member.split('.')[0] ?? ''} changed`;
}

const textOf = (value: unknown) => (typeof value === 'string' ? value : '');

function inserted(document: QuizDocument, edit: Extract<Edit, { do: 'insert' }>): string {
    const { kind } = edit.node;
    if (edit.list === 'stops' || edit.list === 'sideStops') {
        const words = stopWords[kind as keyof typeof stopWords]?.toLowerCase() ?? 'stop';
        return edit.list === 'stops' ? words : say('quiz.change-words.side-stop', { words });
    }
    if (edit.into === 'quiz') {
        return single[edit.list] ?? 'something';
    }
    const words =
        edit.list === 'ladder' ? (rungWords[kind as keyof typeof rungWords] ?? 'rung').toLowerCase() : (single[edit.list] ?? 'something');
    return `${words}, ${name(document, edit.into)},`;
}

const single: Record<string, string> = {
    entries: 'answer',
    items: 'item',
    pairs: 'pair',
    gaps: 'gap',
    forks: 'fork',
    cues: 'cue',
    questions: 'question',
    levels: 'level',
    objectives: 'objective',
    misconceptions: 'misconception',
    parts: 'part',
    pool: 'stand-in',
    finishes: 'finish',
    byScore: say('quiz.change-words.words-for-a-score'),
};

/** A node by where it stands: "option C of stop 3". */
function name(document: QuizDocument, id: string): string {
    const place = placesOf(document).get(id);
    const node = nodeIn(document, id);
    if (place === undefined || node === undefined || place.above === null) {
        return say('quiz.change-words.the-quiz');
    }
    const above = nodeIn(document, place.above);
    const list = above?.[place.in];
    const at = Array.isArray(list) ? list.findIndex((one: Node) => one.id === id) + 1 : 0;
    const within = (words: string) =>
        place.above === 'quiz' ? words : say('quiz.change-words.of', { words, name: name(document, place.above ?? 'quiz') });
    switch (place.type) {
        case 'stop':
            return place.in === 'stops' ? say('quiz.change-words.stop', { at }) : say('quiz.change-words.side-stop-2', { at });
        case 'question':
            // Where a question stands alone, its place names it.
            return at === 0
                ? name(document, place.above)
                : within(place.in === 'pool' ? `stand-in ${at}` : say('quiz.change-words.question', { at }));
        case 'entry':
            return within(
                showsOptions(above?.kind as never)
                    ? say('quiz.change-words.option', { letter: letter(at - 1) })
                    : say('quiz.change-words.answer', { at }),
            );
        case 'rung':
            return within(say('quiz.change-words.rung', { at }));
        case 'cue':
            return within(say('quiz.change-words.the-cue-at', { time: moment(Number(node.at)) }));
        case 'objective':
        case 'misconception':
            return `${place.type} “${short(String(node.text), 40)}”`;
        case 'part':
            return say('quiz.change-words.part', { name: short(String(node.title), 40) });
        case 'finish':
            return say('quiz.change-words.finish', { name: short(String(node.title), 40) });
        case 'scoreMessage':
            return within(say('quiz.change-words.the-words-for-a-score'));
        default:
            return within(`${single[place.in] ?? place.type} ${at}`);
    }
}
