import type { Moment, Terms } from '../api/types';
import { Select } from '../ui/Field';
import { say } from '../words/words';

type Seen = NonNullable<Terms['seen']>;

const moments: Record<Moment, string> = {
    'at-once': say('teacher.terms-editor.at-once'),
    'end-of-round': say('teacher.terms-editor.at-the-end-of-the'),
    'coming-back': say('teacher.terms-editor.on-coming-back'),
    'after-last-round': say('teacher.terms-editor.after-the-last-round'),
    'after-closing': say('teacher.terms-editor.after-closing'),
    'when-released': say('teacher.terms-editor.when-i-release-it'),
    never: say('teacher.terms-editor.never'),
};

const sights = {
    result: say('teacher.terms-editor.right-or-not'),
    score: say('teacher.terms-editor.score'),
    ownAnswer: say('teacher.terms-editor.own-answer'),
    rightAnswer: say('teacher.terms-editor.right-answer'),
    feedback: say('teacher.terms-editor.feedback'),
    explanation: say('teacher.terms-editor.explanation'),
    closing: say('teacher.terms-editor.closing-message'),
} as const;

/** The three that most choose among; a purpose begins with one of them. */
const choices = {
    now: {
        result: 'at-once',
        score: 'end-of-round',
        ownAnswer: 'at-once',
        rightAnswer: 'after-last-round',
        feedback: 'at-once',
        explanation: 'at-once',
        closing: 'end-of-round',
    },
    done: {
        result: 'end-of-round',
        score: 'end-of-round',
        ownAnswer: 'end-of-round',
        rightAnswer: 'end-of-round',
        feedback: 'end-of-round',
        explanation: 'end-of-round',
        closing: 'end-of-round',
    },
    released: {
        result: 'when-released',
        score: 'when-released',
        ownAnswer: 'end-of-round',
        rightAnswer: 'when-released',
        feedback: 'when-released',
        explanation: 'when-released',
        closing: 'end-of-round',
    },
} as const satisfies Record<string, Record<keyof typeof sights, Moment>>;

const names = Object.keys(choices) as (keyof typeof choices)[];

/** What a student sees when: one of three, and behind them each thing at a moment on the line of time. */
export function SeenWhen({ seen, onChange }: { seen: Seen; onChange: (seen: Seen) => void }) {
    const all = Object.keys(sights) as (keyof typeof sights)[];
    const chosen = names.find((name) => all.every((sight) => seen[sight] === choices[name][sight]));
    return (
        <fieldset className="grid gap-2">
            <legend className="mb-1 text-sm font-semibold">{say('teacher.terms-editor.students-see')}</legend>
            {names.map((name) => (
                <label key={name} className="flex items-baseline gap-2">
                    <input
                        type="radio"
                        name="seen-when"
                        className="size-4 translate-y-0.5 accent-accent"
                        checked={chosen === name}
                        onChange={() => onChange(choices[name])}
                    />
                    {say('teacher.terms-editor.seen', { when: name })}
                </label>
            ))}
            <details open={chosen === undefined && Object.keys(seen).length > 0 ? true : undefined}>
                <summary className="text-sm font-semibold">{say('teacher.terms-editor.each-by-itself')}</summary>
                <div className="mt-2 grid grid-cols-2 gap-3">
                    {all.map((sight) => (
                        <Select
                            key={sight}
                            label={sights[sight]}
                            value={seen[sight] ?? 'at-once'}
                            onChange={(event) => onChange({ ...seen, [sight]: event.currentTarget.value as Moment })}
                        >
                            {(Object.keys(moments) as Moment[]).map((moment) => (
                                <option key={moment} value={moment}>
                                    {moments[moment]}
                                </option>
                            ))}
                        </Select>
                    ))}
                </div>
            </details>
        </fieldset>
    );
}
