import { type KeyboardEvent, useEffect, useState } from 'react';
import type { Cue, Question, QuizDocument, Rung, Stop, VideoStop } from '../../api/types';
import { addCue, newCue } from '../../quiz/cues';
import { addRung, insertStop, move, putLadder, putStop, remove } from '../../quiz/document';
import { newQuestion, newRung, newStop } from '../../quiz/making';
import { short, stopName } from '../../quiz/names';
import { type Pattern, withPattern } from '../../quiz/patterns';
import { find, ladderAt, type Place } from '../../quiz/places';
import { focusField } from '../../richtext/RichField';
import { useUndo } from '../../ui/Undo';
import { say } from '../../words/words';

interface Props {
    document: QuizDocument;
    selected: string | null;
    select: (id: string | null) => void;
    edit: (next: QuizDocument) => void;
    step: (what: 'undo' | 'redo') => Promise<void>;
    rehearse: (from: string) => void;
    mark: (stop: string) => void;
}

/** What is done to the quiz by a key or a button; the cursor then stands where one goes on writing. */
export function useOperations({ document, selected, select, edit, step, rehearse, mark }: Props) {
    const undo = useUndo();
    const [forkOf, setForkOf] = useState<string | null>(null);
    // What was only just added: the cursor goes into its text.
    const [fresh, setFresh] = useState<string | null>(null);

    // The key for a fork opens what follows the first answer, once its editor stands beside the picture.
    useEffect(() => {
        if (forkOf !== null && forkOf === selected) {
            const editor = window.document.querySelector<HTMLElement>('[data-editor]');
            const answer = editor?.querySelector<HTMLElement>('[data-open-follows]');
            if (answer?.getAttribute('aria-expanded') === 'false') {
                answer.click();
            }
            // Without an answer it is one of the stop's own.
            const settings = editor?.querySelector('[data-forks]');
            if (answer === null || answer === undefined) {
                settings?.setAttribute('open', '');
            }
            setTimeout(() =>
                (editor?.querySelector<HTMLElement>('[data-fork]') ?? settings?.querySelector<HTMLElement>('[data-add-fork]'))?.focus(),
            );
            setForkOf(null);
        }
    }, [forkOf, selected]);

    useEffect(() => {
        if (fresh !== null && fresh === selected) {
            focusFirstField();
            setFresh(null);
        }
    }, [fresh, selected]);

    const begin = (next: QuizDocument, id: string) => {
        edit(next);
        select(id);
        setFresh(id);
    };
    const add = (kind: Stop['kind']) => {
        const stop = newStop(kind, document.questionPoints);
        const behind = selected === null ? null : (find(document, selected)?.stop?.id ?? null);
        begin(insertStop(document, stop, behind), stop.id);
    };
    const addSide = () => {
        const stop = newStop('reading');
        begin({ ...document, sideStops: [...document.sideStops, stop] }, stop.id);
    };
    const addCueAt = (stop: VideoStop, kind: Cue['kind'], at: number) => {
        const cue = newCue(kind, at, document.questionPoints);
        begin(addCue(document, stop, cue), cue.id);
    };
    const addPattern = (pattern: Pattern) => {
        const { document: next, first } = withPattern(document, pattern);
        begin(next, first);
    };
    /** Another question where this one stands: a stop behind it, or one more of a drill or the alike ones. */
    const addNext = () => {
        const place = selected === null ? null : find(document, selected);
        if (place?.kind !== 'question') {
            add('question');
            return;
        }
        const question = { ...newQuestion(place.question.kind, document.questionPoints), alike: place.question.alike ?? null };
        begin(withQuestionBehind(document, place, question), question.id);
    };
    const takeOut = (id: string) => {
        const place = find(document, id);
        if (place === null) {
            return;
        }
        edit(remove(document, id));
        undo.offer(say('build.build.is-deleted', { what: inWords(place) }), say('build.build.bring-it-back'), () => void step('undo'));
        select(
            place.kind === 'stop'
                ? null
                : place.kind === 'rung'
                  ? (place.cue?.id ?? place.question?.id ?? place.stop?.id ?? null)
                  : (place.stop?.id ?? null),
        );
    };
    const addRungAt = (id: string, kind: Rung['kind']) => {
        const place = find(document, id);
        const rung = newRung(kind);
        // Where a rung is, the next comes behind it; under a question, at the foot of its ladder.
        if (place?.kind === 'rung') {
            const rungs = ladderAt(place);
            begin(putLadder(document, place, rungs.toSpliced(place.index + 1, 0, rung)), rung.id);
            return;
        }
        const question = place === null ? null : questionOf(place);
        if (question !== null) {
            begin(addRung(document, question, null, rung), rung.id);
        }
    };

    /** One key each on the picture: n stop, r rung, f fork, w walk from here, m mark, Delete, and Alt with arrows to move. */
    const onKey = (event: KeyboardEvent, id: string) => {
        const place = find(document, id);
        if (event.altKey && /^Arrow/.test(event.key)) {
            event.preventDefault();
            edit(move(document, id, event.key === 'ArrowLeft' || event.key === 'ArrowUp' ? -1 : 1));
        } else if (event.ctrlKey || event.metaKey || event.altKey) {
            return;
        } else if (event.key === 'n') {
            event.preventDefault();
            add('question');
        } else if (event.key === 'r') {
            event.preventDefault();
            addRungAt(id, 'hint');
        } else if (event.key === 'f' && place !== null && place.kind !== 'rung') {
            event.preventDefault();
            select(id);
            setForkOf(id);
        } else if (event.key === 'w' && place !== null && place.stop !== null) {
            rehearse(place.stop.id);
        } else if (event.key === 'm' && place !== null && place.stop !== null) {
            event.preventDefault();
            mark(place.stop.id);
        } else if (event.key === 'Delete') {
            event.preventDefault();
            takeOut(id);
        }
    };
    /** In the fields: Ctrl+Enter begins the next question. */
    const onEditorKey = (event: KeyboardEvent) => {
        if ((event.ctrlKey || event.metaKey) && event.key === 'Enter') {
            event.preventDefault();
            addNext();
        }
    };
    return { add, addSide, addCueAt, addPattern, takeOut, onKey, onEditorKey };
}

/** Where one begins to write in the editor. */
function focusFirstField(): void {
    // A time that is filled in already is passed over.
    const field = window.document.querySelector<HTMLElement>(
        '[data-editor] :is([data-field], [contenteditable="true"], textarea, input[type="text"], input:not([type])):not([data-filled-in] *)',
    );
    if (field?.dataset.field === undefined) {
        field?.focus();
    } else {
        focusField(field.dataset.field);
    }
}

function inWords(place: Place): string {
    switch (place.kind) {
        case 'stop':
            return `“${short(stopName(place.stop), 50)}”`;
        case 'cue':
            return say('build.build.the-cue');
        case 'question':
            return say('build.build.the-question');
        case 'rung':
            return say('build.build.the-rung');
    }
}

/** The question under which a new rung hangs. */
function questionOf(place: Exclude<Place, { kind: 'rung' }>): Question | null {
    switch (place.kind) {
        case 'question':
            return place.question;
        case 'cue':
            return place.cue.kind === 'question' ? place.cue.question : null;
        case 'stop':
            return place.stop.kind === 'question' ? place.stop.question : null;
    }
}

function withQuestionBehind(document: QuizDocument, place: Extract<Place, { kind: 'question' }>, question: Question): QuizDocument {
    const behind = (questions: Question[]) => {
        const at = questions.findIndex((other) => other.id === place.question.id);
        return at < 0 ? questions : questions.toSpliced(at + 1, 0, question);
    };
    switch (place.stop?.kind) {
        case 'drill':
            return putStop(document, { ...place.stop, questions: behind(place.stop.questions) });
        case 'staircase':
            return putStop(document, {
                ...place.stop,
                levels: place.stop.levels.map((level) => ({ ...level, questions: behind(level.questions) })),
            });
        default:
            return { ...document, pool: behind(document.pool ?? []) };
    }
}
