import type { Moment, Terms } from '../api/types';
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

/** No moments on the line of time: the one comes when the teacher wishes, the other not at all. */
const apart: Moment[] = ['when-released', 'never'];

/** The moments from left to right as they come; from the chosen one on it is seen. */
function Line({ seen, onChange }: { seen: Seen; onChange: (seen: Seen) => void }) {
    const all = Object.keys(moments) as Moment[];
    const columns = 'grid grid-cols-7 sm:grid-cols-[9rem_repeat(7,minmax(0,1fr))]';
    return (
        <div className="mt-2 grid gap-2">
            <div className={`${columns} text-center text-xs leading-tight text-soft max-sm:hidden`} aria-hidden="true">
                <span />
                {all.map((moment) => (
                    <span key={moment} className="self-end px-0.5">
                        {moments[moment]}
                    </span>
                ))}
            </div>
            {(Object.keys(sights) as (keyof typeof sights)[]).map((sight) => {
                const chosen = all.indexOf(seen[sight] ?? 'at-once');
                return (
                    <fieldset key={sight}>
                        <legend className="sr-only">{sights[sight]}</legend>
                        <div className={`${columns} items-center`}>
                            <span className="text-sm max-sm:col-span-7" aria-hidden="true">
                                {sights[sight]}
                                <span className="text-soft sm:hidden"> {moments[all[chosen] ?? 'never']}</span>
                            </span>
                            {all.map((moment, index) => (
                                <label key={moment} className="relative grid min-h-9 place-items-center" title={moments[moment]}>
                                    {!apart.includes(moment) && (
                                        <>
                                            <span
                                                aria-hidden="true"
                                                className="absolute inset-x-0 top-1/2 h-1 -translate-y-1/2 bg-earth-deep"
                                            />
                                            {index >= chosen && (
                                                <span
                                                    aria-hidden="true"
                                                    className={`absolute top-1/2 right-0 h-1 -translate-y-1/2 bg-rail ${index === chosen ? 'left-1/2' : 'left-0'}`}
                                                />
                                            )}
                                        </>
                                    )}
                                    <input
                                        type="radio"
                                        name={`seen-${sight}`}
                                        className="relative size-5 accent-accent"
                                        aria-label={moments[moment]}
                                        checked={index === chosen}
                                        onChange={() => onChange({ ...seen, [sight]: moment })}
                                    />
                                </label>
                            ))}
                        </div>
                    </fieldset>
                );
            })}
        </div>
    );
}

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
                <Line seen={seen} onChange={onChange} />
            </details>
        </fieldset>
    );
}
