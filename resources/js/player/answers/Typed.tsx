import { nameOf } from '../../quiz/text';
import { inputClass } from '../../ui/Field';
import { say } from '../../words/words';
import { Rich } from '../Rich';
import type { InputProps } from './parts';

/** A line to type. */
export function Line({ question, answer, onChange }: InputProps) {
    return (
        <input
            className={`${inputClass} min-h-13 text-xl`}
            aria-label={question.kind === 'number' ? say('player.typed.your-answer-a-number') : say('player.typed.your-answer')}
            value={'text' in answer ? answer.text : ''}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            maxLength={2000}
            onChange={(event) => onChange({ text: event.currentTarget.value })}
        />
    );
}

/** A longer answer in the student's own words. */
export function Written({ answer, onChange }: InputProps) {
    return (
        <textarea
            className={`${inputClass} min-h-40 text-lg leading-relaxed`}
            aria-label={say('player.typed.your-answer')}
            value={'text' in answer ? answer.text : ''}
            maxLength={20000}
            onChange={(event) => onChange({ text: event.currentTarget.value })}
        />
    );
}

/** A sentence with gaps, each filled by typing or from a list. */
export function Gaps({ question, answer, onChange, parts }: InputProps) {
    const given = 'gaps' in answer ? answer.gaps : {};
    const gaps = question.gaps ?? [];
    const put = (gap: string, filling: string) => onChange({ gaps: { ...given, [gap]: filling } });
    return (
        <Rich
            text={question.sentence ?? ''}
            className="text-lg leading-[3.2rem]"
            gap={(id) => {
                const number = gaps.findIndex((other) => other.id === id) + 1;
                const gap = gaps[number - 1];
                if (gap === undefined) {
                    return null;
                }
                const said = say('player.typed.gap', {
                    number,
                    mark: parts === null ? 'none' : parts[gap.id] === true ? 'right' : 'notYet',
                });
                const tone = parts === null ? '' : parts[gap.id] === true ? 'border-well' : 'border-yet';
                return (
                    <span className="inline-flex items-center gap-1 align-middle">
                        {gap.options === null ? (
                            <input
                                className={`${inputClass} inline-block w-36 border-b-3 py-1 ${tone}`}
                                aria-label={said}
                                value={given[gap.id] ?? ''}
                                autoComplete="off"
                                autoCapitalize="off"
                                spellCheck={false}
                                maxLength={500}
                                onChange={(event) => put(gap.id, event.currentTarget.value)}
                            />
                        ) : (
                            <select
                                className={`${inputClass} inline-block w-auto border-b-3 py-1.5 ${tone}`}
                                aria-label={said}
                                value={given[gap.id] ?? ''}
                                onChange={(event) => put(gap.id, event.currentTarget.value)}
                            >
                                <option value="">…</option>
                                {gap.options.map((option) => (
                                    <option key={option.id} value={option.id}>
                                        {nameOf(option.text)}
                                    </option>
                                ))}
                            </select>
                        )}
                        {parts !== null && (
                            <span className="text-sm text-soft">
                                {parts[gap.id] === true ? say('player.right') : say('player.not-yet')}
                            </span>
                        )}
                    </span>
                );
            }}
        />
    );
}
