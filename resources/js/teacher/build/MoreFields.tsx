import type { Question, QuizDocument } from '../../api/types';
import { picksOne } from '../../quiz/kinds';
import { Check, Field, Select } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { decimal } from '../../ui/ShareField';
import { say } from '../../words/words';

interface Props {
    document: QuizDocument;
    question: Question;
    put: (changes: Partial<Question>) => void;
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
export function MoreFields({ document, question, put, canBeKeyless }: Props) {
    const groups = [...new Set((document.pool ?? []).map((other) => other.alike).filter((group) => group !== null && group !== undefined))];
    return (
        <>
            <div className="grid grid-cols-3 gap-3">
                <ParsedField
                    label={say('build.question-editor.points')}
                    value={question.points}
                    read={(text) => {
                        const points = text.trim() === '' ? Number.NaN : Number(decimal(text) ?? Number.NaN);
                        return points <= 1000 ? points : null;
                    }}
                    write={String}
                    wrong={say('build.question-editor.from-0-to-1000')}
                    inputMode="decimal"
                    onChange={(points) => put({ points })}
                />
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
            <Field
                label={say('build.question-editor.group-of-alike-questions')}
                hint={
                    groups.length === 0
                        ? say('build.question-editor.alike-can-take-its-place')
                        : say('build.question-editor.alike-there-are-for', { groups: groups.join(', ') })
                }
                value={question.alike ?? ''}
                maxLength={100}
                onChange={(event) => put({ alike: event.currentTarget.value === '' ? null : event.currentTarget.value })}
            />
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
