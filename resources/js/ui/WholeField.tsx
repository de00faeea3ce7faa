import { say } from '../words/words';
import { ParsedField } from './ParsedField';

interface Props {
    label: string;
    value: number;
    least: number;
    most: number;
    onChange: (value: number) => void;
}

/** A whole number between two others: while it is typed it may be none. */
export function WholeField({ label, value, least, most, onChange }: Props) {
    return (
        <ParsedField
            label={label}
            value={value}
            read={(text) => {
                const number = /^\d+$/.test(text.trim()) ? Number(text) : Number.NaN;
                return number >= least && number <= most ? number : null;
            }}
            write={String}
            wrong={say('ui.whole-field.from-to', { least, most })}
            inputMode="numeric"
            onChange={onChange}
        />
    );
}
