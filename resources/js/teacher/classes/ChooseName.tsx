import { type FormEvent, type ReactNode, useState } from 'react';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { say } from '../../words/words';

interface Props {
    label: string;
    hideLabel?: boolean;
    /** What stands while nothing is chosen. */
    nothing?: string;
    choices: { id: string; name: string }[];
    /** What the button does with it. */
    act: string;
    onChoose: (id: string, name: string) => void;
    children?: ReactNode;
}

/** Chooses one of several by name, and acts only when the button is pressed: going through a list by keys changes nothing. */
export function ChooseName({ label, hideLabel = false, nothing, choices, act, onChoose, children }: Props) {
    const [chosen, setChosen] = useState('');
    const found = choices.find((one) => one.id === chosen);
    const choose = (event: FormEvent) => {
        event.preventDefault();
        if (found !== undefined) {
            onChoose(found.id, found.name);
            setChosen('');
        }
    };
    return (
        <form className="flex flex-wrap items-end gap-2" onSubmit={choose}>
            {children}
            <Select
                label={label}
                hideLabel={hideLabel}
                className="max-w-56"
                value={found === undefined ? '' : chosen}
                onChange={(event) => setChosen(event.currentTarget.value)}
            >
                <option value="">{nothing ?? say('teacher.roster.choose-a-name')}</option>
                {choices.map((one) => (
                    <option key={one.id} value={one.id}>
                        {one.name}
                    </option>
                ))}
            </Select>
            {found !== undefined && (
                <Button type="submit" className="min-h-[42px]">
                    {act}
                </Button>
            )}
        </form>
    );
}
