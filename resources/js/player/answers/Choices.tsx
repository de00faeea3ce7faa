import { useId } from 'react';
import { nameOf } from '../../quiz/text';
import { inputClass } from '../../ui/Field';
import { say } from '../../words/words';
import { OnPicture, pictureOf } from '../OnPicture';
import { Rich } from '../Rich';
import { type InputProps, letter } from './parts';

/** One or several of the options, as a list or, for one, as a drop-down. */
export function Choices({ question, answer, onChange, tried }: InputProps) {
    const id = useId();
    const several = question.kind === 'several-choices';
    const chosen = 'choices' in answer ? answer.choices : [];
    if (question.show === 'drop-down' && !several && question.options.every((option) => !option.text.includes('<'))) {
        return (
            <select
                className={`${inputClass} min-h-13 text-lg`}
                aria-label={say('player.choices.your-answer')}
                value={chosen[0] ?? ''}
                onChange={(event) => onChange({ choices: event.currentTarget.value === '' ? [] : [event.currentTarget.value] })}
            >
                <option value="">{say('player.choices.choose')}</option>
                {question.options.map((option) => (
                    <option key={option.id} value={option.id}>
                        {tried.includes(option.id)
                            ? say('player.choices.option-tried', { option: nameOf(option.text) })
                            : nameOf(option.text)}
                    </option>
                ))}
            </select>
        );
    }
    const picture = pictureOf(question);
    const options = question.options.map((option, index) => (
        <label
            key={option.id}
            className="flex min-h-13 items-center gap-3 rounded-md border border-edge bg-sheet px-4 py-2.5 text-lg has-checked:border-accent has-checked:bg-tint has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-accent"
        >
            <input
                type={several ? 'checkbox' : 'radio'}
                name={`${id}-choice`}
                className="size-5 shrink-0 accent-accent outline-none"
                checked={chosen.includes(option.id)}
                onChange={(event) =>
                    onChange({
                        choices: !several
                            ? [option.id]
                            : event.currentTarget.checked
                              ? [...chosen, option.id]
                              : chosen.filter((other) => other !== option.id),
                    })
                }
            />
            {(question.show === 'letters' || (picture !== null && nameOf(option.text) !== letter(index))) && (
                <span className="w-5 shrink-0 text-center font-semibold text-soft">{letter(index)}</span>
            )}
            <Rich inline text={option.text} className={tried.includes(option.id) ? 'text-soft' : ''} />
            {tried.includes(option.id) && <span className="ml-auto shrink-0 text-sm text-soft">{say('player.choices.tried')}</span>}
        </label>
    ));
    if (picture === null) {
        return options;
    }
    const choose = (option: string) =>
        onChange({
            choices: !several ? [option] : chosen.includes(option) ? chosen.filter((other) => other !== option) : [...chosen, option],
        });
    return (
        <>
            <OnPicture question={question} picture={picture} chosen={chosen} onChoose={choose} className="mb-2" />
            <div className="grid grid-cols-2 gap-2">{options}</div>
        </>
    );
}
