import { useEffect, useState } from 'react';
import { Field } from '../../ui/Field';
import { moment, seconds } from '../../ui/time';

interface Props {
    label: string;
    value: number | null;
    /** Whether it may be left empty. */
    optional?: boolean;
    onChange: (value: number | null) => void;
}

/** A moment of a video, typed as minutes and seconds. */
export function MomentField({ label, value, optional = false, onChange }: Props) {
    const [text, setText] = useState(value === null ? '' : moment(value));
    useEffect(() => {
        setText((typed) => (seconds(typed) === value ? typed : value === null ? '' : moment(value)));
    }, [value]);
    const read = text.trim() === '' && optional ? null : seconds(text);
    const wrong = read === null && !(text.trim() === '' && optional);
    return (
        <Field
            label={label}
            value={text}
            inputMode="numeric"
            placeholder={optional ? 'to the end' : '0:00'}
            error={wrong ? 'Write it like 1:05.' : undefined}
            onChange={(event) => {
                const typed = event.currentTarget.value;
                setText(typed);
                const next = seconds(typed);
                if (next !== null || (typed.trim() === '' && optional)) {
                    onChange(next);
                }
            }}
        />
    );
}
