import type { Question, QuizDocument } from '../../api/types';
import { alikeTo, withAlike } from '../../quiz/alike';
import { picksOne } from '../../quiz/kinds';
import { newQuestion } from '../../quiz/making';
import { promptText, questionName } from '../../quiz/names';
import { allQuestions } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { Check, Field, Select } from '../../ui/Field';
import { PointsField } from '../../ui/PointsField';
import { say } from '../../words/words';

interface Props {
    document: QuizDocument;
    question: Question;
    put: (changes: Partial<Question>) => void;
    change: (document: QuizDocument) => void;
    /** Whether it can be said that there is no right answer. */
    canBeKeyless: boolean;
}

const difficulties = [
    say('build.question-editor.very-easy'),
    say('build.question-editor.easy'),
    say('build.question-editor.middling'),
    say('build.question-editor.hard'),
    say('build.question-editor.very-hard'),
];

/** What is not as it is by default, in a few words. */
export function moreInWords(question: Question): string {
    return [
        question.points === 1 ? '' : say('build.more.points', { points: question.points }),
        question.seconds == null ? '' : say('build.more.seconds', { seconds: question.seconds }),
        (question.difficulty ?? 3) === 3 ? '' : (difficulties[(question.difficulty ?? 3) - 1] ?? ''),
        question.alike == null ? '' : say('build.more.alike'),
        (question.objectives ?? []).length === 0 ? '' : say('build.more.objectives', { count: (question.objectives ?? []).length }),
        question.keyless === true ? say('build.more.keyless') : '',
    ]
        .filter((words) => words !== '')
        .join(', ');
}

/** What most questions can do without. */
export function MoreFields({ document, question, put, change, canBeKeyless }: Props) {
    return (
        <>
            <div className="grid grid-cols-3 gap-3">
                <PointsField label={say('build.question-editor.points')} value={question.points} onChange={(points) => put({ points })} />
                <Field
                    label={say('build.question-editor.seconds-empty-no-limit')}
                    type="number"
                    min={1}
                    max={86400}
                    value={question.seconds ?? ''}
                    onChange={(event) => {
                        const value = Number(event.currentTarget.value);
                        put({ seconds: Number.isInteger(value) && value >= 1 ? Math.min(value, 86400) : null });
                    }}
                />
                <Select
                    label={say('build.question-editor.difficulty')}
                    value={question.difficulty ?? 3}
                    onChange={(event) => put({ difficulty: Number(event.currentTarget.value) })}
                >
                    {difficulties.map((words, index) => (
                        <option key={words} value={index + 1}>
                            {words}
                        </option>
                    ))}
                </Select>
            </div>
            <AlikeFields document={document} question={question} change={change} />
            {(document.objectives ?? []).length > 0 && (
                <fieldset className="grid gap-1">
                    <legend className="mb-1 text-sm font-semibold">{say('build.question-editor.objectives-it-serves')}</legend>
                    {(document.objectives ?? []).map((objective) => (
                        <Check
                            key={objective.id}
                            label={objective.text || say('build.question-editor.an-objective-without-words')}
                            checked={(question.objectives ?? []).includes(objective.id)}
                            onChange={(on) => {
                                const rest = (question.objectives ?? []).filter((id) => id !== objective.id);
                                put({ objectives: on ? [...rest, objective.id] : rest });
                            }}
                        />
                    ))}
                </fieldset>
            )}
            {picksOne(question.kind) && (
                <Check
                    label={say('build.kind-fields.show-as-a-drop-down')}
                    checked={question.show === 'drop-down'}
                    onChange={(on) => put({ show: on ? 'drop-down' : 'list' })}
                />
            )}
            {canBeKeyless && (
                <Check
                    label={say('build.question-editor.there-is-no-right-answer')}
                    checked={question.keyless ?? false}
                    onChange={(keyless) => put({ keyless })}
                />
            )}
        </>
    );
}

/** The questions that can stand in for this one: chosen from those there are. */
function AlikeFields({ document, question, change }: Pick<Props, 'document' | 'question' | 'change'>) {
    const all = allQuestions(document);
    const alike = alikeTo(document, question);
    const others = all.filter((other) => other.id !== question.id && !alike.includes(other));
    return (
        <fieldset className="grid gap-1">
            <legend className="mb-1 text-sm font-semibold">{say('build.question-editor.alike-questions')}</legend>
            {alike.map((other) => (
                <p key={other.id} className="flex items-center gap-2 text-sm">
                    <span className="min-w-0 flex-1 truncate" title={promptText(other)}>
                        {promptText(other) || say('build.series-editor.empty-question')}
                    </span>
                    <button
                        type="button"
                        className="text-soft underline underline-offset-2"
                        aria-label={say('build.question-editor.not-alike-with', { name: promptText(other) })}
                        onClick={() => change(withAlike(document, question, other, false))}
                    >
                        {say('build.question-editor.not-alike')}
                    </button>
                </p>
            ))}
            {others.length > 0 && (
                <Select
                    label={say('build.question-editor.alike-to')}
                    hideLabel
                    value=""
                    onChange={(event) => {
                        const other = others.find(({ id }) => id === event.currentTarget.value);
                        if (other !== undefined) {
                            change(withAlike(document, question, other, true));
                        }
                    }}
                >
                    <option value="">{say('build.question-editor.choose-an-alike-question')}</option>
                    {others.map((other) => (
                        <option key={other.id} value={other.id}>
                            {questionName(document, other.id) || promptText(other) || say('build.series-editor.empty-question')}
                        </option>
                    ))}
                </Select>
            )}
            <Button
                className="justify-self-start"
                onClick={() => {
                    const copy = { ...newQuestion(question.kind, question.points), difficulty: question.difficulty ?? 3 };
                    change(withAlike({ ...document, pool: [...(document.pool ?? []), copy] }, question, copy, true));
                }}
            >
                {say('build.whole-quiz.add-an-alike-question')}
            </Button>
        </fieldset>
    );
}
