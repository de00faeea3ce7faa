import type { DrillStop, Question, QuizDocument } from '../../api/types';
import { asDrill, withQuestions, withStops } from '../../quiz/carrying';
import { remove } from '../../quiz/document';
import { newStop } from '../../quiz/making';
import { Button } from '../../ui/Button';
import { pointsIn } from '../../ui/PointsField';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';

interface Props {
    document: QuizDocument;
    marked: string[];
    edit: (next: QuizDocument) => void;
    select: (id: string | null) => void;
    onUnmark: () => void;
}

const choice = 'min-h-9 max-w-36 rounded-md border border-edge bg-sheet px-1 text-sm';

/** What is done with all stops that are marked, in one change. */
export function MarkedBar({ document, marked, edit, select, onUnmark }: Props) {
    const parts = document.parts ?? [];
    const objectives = document.objectives ?? [];
    const drill = newStop('drill') as DrillStop;
    const asOne = asDrill(document, marked, drill);
    const each = (change: (question: Question) => Question) => edit(withStops(document, marked, (stop) => withQuestions(stop, change)));
    const toPart = (chosen: string) => {
        const part = chosen === 'new' ? ulid() : chosen === 'none' ? null : chosen;
        const withPart = chosen === 'new' ? { ...document, parts: [...parts, { id: part ?? '', title: '' }] } : document;
        edit(withStops(withPart, marked, (stop) => ({ ...stop, part })));
    };
    return (
        <section
            aria-label={say('build.marked-bar.marked', { count: marked.length })}
            className="flex flex-wrap items-center gap-2 rounded-lg border border-accent bg-tint px-3 py-2"
        >
            <p role="status" className="text-sm font-semibold">
                {say('build.marked-bar.marked', { count: marked.length })}
            </p>
            <Button
                disabled={asOne === null}
                onClick={() => {
                    if (asOne !== null) {
                        edit(asOne);
                        onUnmark();
                        select(drill.id);
                    }
                }}
            >
                {say('build.marked-bar.make-a-drill')}
            </Button>
            <select
                className={choice}
                aria-label={say('build.marked-bar.put-into-a-part')}
                value=""
                onChange={(event) => toPart(event.currentTarget.value)}
            >
                <option value="">{say('build.marked-bar.part')}</option>
                {parts.map((part) => (
                    <option key={part.id} value={part.id}>
                        {part.title || say('build.marked-bar.part-without-a-heading')}
                    </option>
                ))}
                <option value="new">{say('build.marked-bar.a-new-part')}</option>
                <option value="none">{say('build.marked-bar.no-part')}</option>
            </select>
            {objectives.length > 0 && (
                <select
                    className={choice}
                    aria-label={say('build.marked-bar.give-an-objective')}
                    value=""
                    onChange={(event) => {
                        const id = event.currentTarget.value;
                        each((question) => ({ ...question, objectives: [...new Set([...(question.objectives ?? []), id])] }));
                    }}
                >
                    <option value="">{say('build.marked-bar.objective')}</option>
                    {objectives.map((objective) => (
                        <option key={objective.id} value={objective.id}>
                            {objective.text}
                        </option>
                    ))}
                </select>
            )}
            <input
                className="min-h-9 w-20 rounded-md border border-edge bg-sheet px-2 text-sm"
                aria-label={say('build.marked-bar.points')}
                placeholder={say('build.marked-bar.points')}
                title={say('build.question-editor.from-0-to-1000')}
                inputMode="decimal"
                onChange={(event) => {
                    const points = pointsIn(event.currentTarget.value);
                    if (points !== null) {
                        each((question) => ({ ...question, points }));
                    }
                }}
            />
            <Button
                onClick={() => {
                    edit(marked.reduce((next, id) => remove(next, id), document));
                    onUnmark();
                    select(null);
                }}
            >
                {say('build.marked-bar.take-out')}
            </Button>
            <Button weight="quiet" className="ml-auto" onClick={onUnmark}>
                {say('build.marked-bar.unmark')}
            </Button>
        </section>
    );
}
