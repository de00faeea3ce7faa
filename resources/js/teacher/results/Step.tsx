import type { Answer, QuizDocument, Standing, StoredEvent } from '../../api/types';
import { rungWithin } from '../../quiz/kinds';
import { questionName, rungName, short } from '../../quiz/names';
import { entriesOf, find, findQuestion } from '../../quiz/places';
import { StandingMark, standingWords } from '../../ui/Standing';
import { exact, timecode, toTheSecond } from '../../ui/time';
import { listed, say } from '../../words/words';
import { PLAYED } from './WatchStrips';

interface Fact {
    kind: string;
    question?: string;
    /** The question that this one stands in for. */
    home?: string;
    result?: string;
    rung?: string;
    standing?: Standing;
}

export const resultWords: Record<string, string> = {
    right: say('teacher.student.right'),
    partly: say('teacher.student.partly-right'),
    'not-right': say('teacher.student.not-yet'),
    unclear: say('teacher.student.asked-back'),
    noted: say('teacher.student.noted'),
};

/** What else a student can do, in a few words. */
const doneWords: Partial<Record<StoredEvent['kind'], string>> = {
    'asked-for-alike': say('teacher.student.asked-for-another-question-like'),
    skipped: say('teacher.student.left-it-out'),
    'video-away': say('teacher.student.could-not-have-the-video'),
    called: say('teacher.student.called-the-teacher'),
    'timed-out': say('teacher.student.ran-out-of-time'),
    'handed-in': say('teacher.student.handed-the-round-in'),
    overruled: say('teacher.student.was-given-points-by-hand'),
    restored: say('teacher.student.counts-as-marked-again'),
    closed: say('teacher.student.was-ended-when-the-task'),
    reopened: say('teacher.student.could-go-on-when-it'),
};

/** What an event marked, by the ids under which their round keeps the questions. */
export function resultsOf(event: StoredEvent): [string, string][] {
    return (event.facts as Fact[]).flatMap(({ kind, home, question, result }) =>
        kind === 'marked' ? [[home ?? question ?? '', result ?? ''] as [string, string]] : [],
    );
}

/** What came of an event, of one kind. */
export function factOf(event: StoredEvent, kind: string): Fact | undefined {
    return (event.facts as Fact[]).find((fact) => fact.kind === kind);
}

interface StepProps {
    event: StoredEvent;
    before: StoredEvent | undefined;
    document: QuizDocument;
    /** Whether it says which question it is about. */
    named?: boolean;
}

/** One thing a student did: when, how long after the one before it, and what came of it. */
export function Step({ event, before, document, named = true }: StepProps) {
    const marked = factOf(event, 'marked');
    const rung = factOf(event, 'rung-seen');
    const stood = factOf(event, 'stood')?.standing;
    const lasted = before === undefined ? 0 : Math.round((event.at - before.at) / 1000);
    const sentences: string[] = [];
    if (event.kind === 'answered') {
        sentences.push(
            say('teacher.student.answered', { answer: answerWords(document, event), result: resultWords[marked?.result ?? ''] ?? '' }),
        );
    } else if (event.kind === 'asked-for-help') {
        sentences.push(say('teacher.student.asked-for-help'));
    } else if (event.kind === 'watched') {
        const { from, to } = event.data as { from: number; to: number };
        if (to - from < PLAYED) {
            return null;
        }
        sentences.push(say('teacher.student.watched-to', { from: timecode(Math.round(from)), to: timecode(Math.round(to)) }));
    } else if (event.kind === 'commented') {
        sentences.push(say('teacher.student.commented', { text: (event.data as { text: string }).text }));
    } else if (event.kind === 'set-aside') {
        sentences.push(say('teacher.student.left-the-question-for-later'));
    } else if (event.kind === 'overruled' && (event.data as { sendBack?: boolean }).sendBack === true) {
        sentences.push(say('teacher.student.was-sent-back'));
    } else if (event.kind === 'started') {
        sentences.push(say('teacher.student.began'));
    } else if (event.kind === 'judged-own') {
        sentences.push(
            (event.data as { yes: boolean }).yes
                ? say('teacher.student.judged-their-answer-right')
                : say('teacher.student.judged-their-answer-not-yet'),
        );
    } else {
        const done = doneWords[event.kind];
        if (done !== undefined) {
            sentences.push(done);
        }
    }
    if (rung?.rung !== undefined) {
        const place = find(document, rung.rung);
        sentences.push(
            place?.kind === 'rung'
                ? say('teacher.student.saw-rung', { rung: rungWithin(place.rung.kind), name: short(rungName(place.rung), 70) })
                : say('teacher.student.saw-earlier-rung'),
        );
    }
    if (factOf(event, 'finished') !== undefined) {
        sentences.push(say('teacher.student.reached-the-finish'));
    }
    if (sentences.length === 0) {
        return null;
    }
    const about = named && factOf(event, 'finished') === undefined ? event.about : null;
    return (
        <li className="relative py-1.5 pl-6">
            <span className="absolute -left-[11px] grid size-[19px] place-items-center rounded-full bg-paper">
                {stood === undefined ? <span className="size-1.5 rounded-full bg-rail" /> : <StandingMark standing={stood} size={18} />}
            </span>
            {about !== null && (
                <span className="block text-sm text-soft">
                    {questionName(document, about) || say('teacher.student.a-question-of-an-earlier')}
                </span>
            )}
            <span>{sentences.join('; ')}</span>
            {stood !== undefined && <span className="sr-only">, {say('teacher.student.now', { standing: standingWords[stood] })}</span>}
            <span className="ml-2 text-sm text-soft" title={exact(new Date(event.at).toISOString())}>
                {toTheSecond(event.at)}
                {lasted > 0 && `, ${say('teacher.student.after', { time: timecode(lasted) })}`}
                {event.late && ` · ${say('teacher.student.arrived-after-the-closing')}`}
            </span>
        </li>
    );
}

/** What was answered, as it was given. */
export function answerWords(document: QuizDocument, event: StoredEvent): string {
    const { question: id, response } = event.data as { question: string; response: Answer };
    const question = findQuestion(document, id);
    const name = (item: string) =>
        [...(question === null ? [] : entriesOf(question)), ...(question?.items ?? []), ...(question?.pairs ?? [])].find(
            (one) => one.id === item,
        )?.text ?? item;
    if ('text' in response) {
        return say('teacher.student.quoted', { text: response.text });
    }
    if ('choices' in response) {
        return listed(response.choices.map((choice) => say('teacher.student.quoted', { text: name(choice) })));
    }
    if ('order' in response) {
        return response.order.map(name).join(' → ');
    }
    if ('files' in response) {
        return say('teacher.student.with-something-handed-in');
    }
    const parts =
        'pairs' in response
            ? Object.entries(response.pairs).map(([left, right]) => `${name(left)} → ${name(right)}`)
            : Object.values(response.gaps).map(name);
    return parts.map((part) => `“${part}”`).join(', ');
}
