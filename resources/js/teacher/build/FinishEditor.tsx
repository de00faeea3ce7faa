import type { Finish, QuizDocument } from '../../api/types';
import { apply } from '../../quiz/edits';
import { RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { ShareField } from '../../ui/ShareField';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';

/** One end of the walk, with what is said there. */
export function FinishEditor({
    document,
    finish,
    change,
    select,
}: {
    document: QuizDocument;
    finish: Finish;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
}) {
    const add = () => {
        const other = { id: ulid(), title: '', message: '' };
        change({ ...document, finishes: [...document.finishes, other] });
        select(other.id);
    };
    const takeOut = () => {
        change(apply(document, [{ do: 'remove', at: finish.id }]).document);
        select(null);
    };
    const isFirst = document.finishes[0]?.id === finish.id;
    const put = (changes: Partial<Finish>) =>
        change({ ...document, finishes: document.finishes.map((other) => (other.id === finish.id ? { ...other, ...changes } : other)) });
    const byScore = finish.byScore ?? [];
    return (
        <div className="grid gap-4">
            <div className="flex items-center justify-between">
                <h2 className="text-xl">{say('build.editor.finish')}</h2>
                {!isFirst && (
                    <Button weight="quiet" onClick={takeOut}>
                        {say('build.editor.take-this-finish-out')}
                    </Button>
                )}
            </div>
            <p className="text-sm text-soft">
                {isFirst ? say('build.editor.whoever-is-past-the-last') : say('build.editor.only-forks-and-answers-lead')}
            </p>
            <Field
                label={say('build.editor.heading-at-the-end')}
                value={finish.title}
                maxLength={500}
                onChange={(event) => put({ title: event.currentTarget.value })}
            />
            <RichField label={say('build.editor.closing-message')} value={finish.message} onChange={(message) => put({ message })} />
            <fieldset className="grid gap-3">
                <legend className="mb-1 text-sm font-semibold">{say('build.editor.other-words-for-a-score')}</legend>
                {byScore.map((words) => (
                    <div key={words.id} className="grid grid-cols-[7rem_1fr] gap-3">
                        <ShareField
                            label={say('build.editor.percent')}
                            value={words.from}
                            onChange={(from) =>
                                put({ byScore: byScore.map((other) => (other.id === words.id ? { ...other, from } : other)) })
                            }
                        />
                        <RichField
                            label={say('build.editor.message')}
                            value={words.message}
                            onChange={(message) =>
                                put({ byScore: byScore.map((other) => (other.id === words.id ? { ...other, message } : other)) })
                            }
                        />
                    </div>
                ))}
                <div className="flex gap-2">
                    <Button onClick={() => put({ byScore: [...byScore, { id: ulid(), from: 0.8, message: '' }] })}>
                        {say('build.editor.add-words-for-a-score')}
                    </Button>
                    {byScore.length > 0 && (
                        <Button onClick={() => put({ byScore: byScore.slice(0, -1) })}>{say('build.editor.take-the-last-away')}</Button>
                    )}
                </div>
            </fieldset>
            <Button className="justify-self-start" disabled={document.finishes.length >= 20} onClick={add}>
                {say('build.editor.add-another-finish')}
            </Button>
        </div>
    );
}
