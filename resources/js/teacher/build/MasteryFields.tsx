import type { QuizDocument } from '../../api/types';
import { Field, Select } from '../../ui/Field';
import { ShareField } from '../../ui/ShareField';
import { say } from '../../words/words';

/** The numbers of an estimate, with those that hold where none is given (core's MasteryTerms). */
const estimate = [
    ['level', 0.95],
    ['prior', 0.3],
    ['learn', 0.15],
    ['slip', 0.1],
    ['guess', 0.2],
] as const;

/** When the quiz, and each objective, counts as mastered. */
export function MasteryFields({ document, change }: { document: QuizDocument; change: (document: QuizDocument) => void }) {
    const rule = document.mastery?.rule ?? 'required';
    return (
        <div className="grid grid-cols-2 gap-3">
            <Select
                label={say('build.whole-quiz.it-is-mastered-when')}
                value={rule}
                onChange={(event) => {
                    const chosen = event.currentTarget.value as NonNullable<QuizDocument['mastery']>['rule'];
                    const needs = { right: { need: 5 }, 'in-a-row': { need: 3 }, 'of-the-last': { need: 4, last: 5 } } as const;
                    change({ ...document, mastery: { rule: chosen, ...(chosen in needs ? needs[chosen as keyof typeof needs] : {}) } });
                }}
            >
                <option value="required">{say('build.whole-quiz.every-required-stop-is-right')}</option>
                <option value="until-right">{say('build.whole-quiz.every-question-is-right-in')}</option>
                <option value="right">{say('build.whole-quiz.so-many-are-right')}</option>
                <option value="in-a-row">{say('build.whole-quiz.so-many-are-right-in')}</option>
                <option value="of-the-last">{say('build.whole-quiz.so-many-of-the-last')}</option>
                <option value="estimate">{say('build.whole-quiz.the-estimate-says-so-95')}</option>
            </Select>
            {(['need', 'last'] as const).map((name) => {
                const value = document.mastery?.[name];
                return value === undefined ? null : (
                    <Field
                        key={name}
                        label={name === 'need' ? say('build.whole-quiz.so-many') : say('build.whole-quiz.of-the-last')}
                        type="number"
                        min={1}
                        max={100}
                        value={value}
                        onChange={(event) => {
                            const count = Number(event.currentTarget.value);
                            if (Number.isInteger(count) && count >= 1 && count <= 100) {
                                change({ ...document, mastery: { ...document.mastery, rule, [name]: count } });
                            }
                        }}
                    />
                );
            })}
            {rule === 'estimate' && (
                <details className="col-span-2 text-sm">
                    <summary className="font-semibold">{say('build.mastery.numbers-of-the-estimate')}</summary>
                    <div className="mt-2 grid grid-cols-2 gap-3">
                        {estimate.map(([name, usual]) => (
                            <ShareField
                                key={name}
                                label={say(`build.mastery.${name}`)}
                                value={document.mastery?.[name] ?? usual}
                                onChange={(share) => change({ ...document, mastery: { ...document.mastery, rule, [name]: share } })}
                            />
                        ))}
                    </div>
                </details>
            )}
        </div>
    );
}
