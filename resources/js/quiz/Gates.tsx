import type { Terms } from '../api/types';
import { Button } from '../ui/Button';
import { Select } from '../ui/Field';
import { ShareField } from '../ui/ShareField';
import { say } from '../words/words';

type Gate = NonNullable<Terms['gates']>[number];

/** What opens a task: other quizzes, each mastered or with a share of the points reached. */
export function Gates({
    gates,
    quizzes,
    onChange,
}: {
    gates: Gate[];
    quizzes: { id: string; title: string }[];
    onChange: (gates: Gate[]) => void;
}) {
    const left = quizzes.filter((quiz) => gates.every((gate) => gate.quiz !== quiz.id));
    const at = (index: number, gate: Gate) => onChange(gates.map((one, place) => (place === index ? gate : one)));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('teacher.terms-editor.what-opens-it')}</legend>
            {gates.map((gate, index) => {
                const title = quizzes.find((quiz) => quiz.id === gate.quiz)?.title ?? say('teacher.terms-editor.another-quiz');
                return (
                    <div key={gate.quiz} className="flex flex-wrap items-end gap-3">
                        <span className="min-w-40 flex-1 pb-2">{title}</span>
                        <Select
                            label={say('teacher.terms-editor.how-far-in', { title })}
                            hideLabel
                            value={gate.score == null ? 'mastered' : 'score'}
                            onChange={(event) => at(index, { quiz: gate.quiz, score: event.currentTarget.value === 'score' ? 0.8 : null })}
                        >
                            <option value="mastered">{say('teacher.terms-editor.mastered')}</option>
                            <option value="score">{say('teacher.terms-editor.a-share-of-the-points')}</option>
                        </Select>
                        {gate.score != null && (
                            <ShareField
                                label={say('teacher.terms-editor.points-to-reach')}
                                value={gate.score}
                                onChange={(score) => at(index, { quiz: gate.quiz, score })}
                            />
                        )}
                        <Button
                            weight="quiet"
                            className="min-h-[42px]"
                            aria-label={say('teacher.terms-editor.without', { title })}
                            onClick={() => onChange(gates.filter((one) => one.quiz !== gate.quiz))}
                        >
                            {say('teacher.terms-editor.take-away')}
                        </Button>
                    </div>
                );
            })}
            {left.length > 0 && (
                <Select
                    label={say('teacher.terms-editor.it-opens-when-this-is')}
                    value=""
                    onChange={(event) => onChange([...gates, { quiz: event.currentTarget.value, score: null }])}
                >
                    <option value="">
                        {gates.length === 0 ? say('teacher.terms-editor.nothing-it-is-open') : say('teacher.terms-editor.nothing-else')}
                    </option>
                    {left.map((quiz) => (
                        <option key={quiz.id} value={quiz.id}>
                            {quiz.title}
                        </option>
                    ))}
                </Select>
            )}
        </fieldset>
    );
}
