import type { Condition, Entry, Question, QuestionKind, QuizDocument, Rung, Stop } from '../api/types';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { isTyped, rungWords, stopWords } from './kinds';
import { questionsOf } from './places';
import { nameOf, plainOf } from './text';

/** What an entry says, in plain words: as it is typed, or as it is shown. */
export function entryName(entry: Entry, kind: QuestionKind): string {
    return isTyped(kind) || kind === 'gaps' ? (entry.key ?? '').trim() : nameOf(entry.text);
}

/** The words of a question, without its pictures. */
export function promptText(question: Question): string {
    return [plainOf(question.prompt), question.kind === 'gaps' ? plainOf(question.sentence ?? '') : ''].join(' ').trim();
}

export function stopName(stop: Stop): string {
    const name = stop.kind === 'question' ? promptText(stop.question) : stop.kind === 'text' ? nameOf(stop.text) : stop.title;
    return name.trim() !== '' ? name : stop.kind === 'question' ? say('quiz.empty-question') : stopWords(stop.kind);
}

export function rungName(rung: Rung): string {
    switch (rung.kind) {
        case 'hint':
            return nameOf(rung.text) || say('quiz.empty-hint');
        case 'teacher':
            return nameOf(rung.text) || rungWords('teacher');
        case 'question':
            return promptText(rung.question) || rungWords('question');
        case 'video':
            return rung.title || rungWords('video');
        default:
            return rung.title || nameOf(rung.text) || rungWords(rung.kind);
    }
}

/** A, B, … Z, AA, … for the options of a choice. */
export function letter(index: number): string {
    return index < 26 ? String.fromCharCode(65 + index) : letter(Math.floor(index / 26) - 1) + letter(index % 26);
}

/** The words by which a question is named beside the picture. */
export function questionName(document: QuizDocument, id: string): string {
    const place = questionPlace(document, id);
    return place === null
        ? ''
        : say(place.cue === null ? 'quiz.numbered-question' : 'quiz.numbered-question-at', {
              number: place.number,
              time: timecode(place.cue?.at ?? 0),
              question: promptText(place.question),
          });
}

/** As much of a text as there is room for, with a sign that there is more. */
export function short(text: string, most: number): string {
    return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text;
}

/** The number of the question's stop, with a letter where the stop asks several. */
export function questionNumber(document: QuizDocument, id: string): string {
    return questionPlace(document, id)?.number ?? '';
}

function questionPlace(document: QuizDocument, id: string) {
    for (const [index, stop] of [...document.stops, ...document.sideStops].entries()) {
        const own = questionsOf(stop);
        const at = own.findIndex(({ question }) => question.id === id);
        const found = own[at];
        if (found !== undefined) {
            return { ...found, number: `${index + 1}${own.length > 1 ? letter(at).toLowerCase() : ''}` };
        }
    }
    return null;
}

/** A condition in a few words, as it stands on an arc. */
export function conditionWords(when: Condition): string {
    const is = when.is === false ? 'no' : 'yes';
    switch (when.kind) {
        case 'always':
            return say('quiz.condition.always');
        case 'entry':
            return say('quiz.condition.entry');
        case 'result':
            return say(`quiz.condition.result.${when.result ?? 'right'}`);
        case 'slips':
            return say('quiz.condition.slips', { slips: when.atLeast ?? 0 });
        case 'score':
            return when.below !== undefined
                ? say('quiz.condition.score-under', { percent: Math.round(when.below * 100) })
                : say('quiz.condition.score-from', { percent: Math.round((when.atLeast ?? 0) * 100) });
        case 'mastered':
            return say('quiz.condition.mastered', { is });
        case 'time-out':
            return say('quiz.condition.time-out');
        case 'judged':
            return say(`quiz.condition.judged.${when.judged ?? 'yes'}`);
        case 'answered':
            return say('quiz.condition.answered', { is });
        case 'answer':
            return say('quiz.condition.answer', { is });
        case 'stood':
            return say('quiz.condition.stood', { is, standing: say(`quiz.stood.${when.standing ?? 'clear'}`) });
    }
}
