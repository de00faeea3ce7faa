import { useEffect, useState } from 'react';
import { Field } from './Field';

interface Props<T> {
    label: string;
    value: T;
    /** What the text means; null when it means nothing here. */
    read: (text: string) => T | null;
    write: (value: T) => string;
    /** What is said when the text means nothing. */
    wrong: string;
    placeholder?: string;
    inputMode?: 'decimal' | 'numeric' | 'text' | 'url';
    hideLabel?: boolean;
    onBlur?: () => void;
    onChange: (value: T) => void;
}

/** A value typed as text: half-typed text stays as it is, and only what can be read is passed on. */
export function ParsedField<T>({
    label,
    value,
    read,
    write,
    wrong,
    placeholder,
    inputMode = 'text',
    hideLabel = false,
    onBlur,
    onChange,
}: Props<T>) {
    const [text, setText] = useState(() => write(value));
    // biome-ignore lint/correctness/useExhaustiveDependencies: only a value changed from outside replaces what was typed
    useEffect(() => {
        setText((typed) => (read(typed) === value ? typed : write(value)));
    }, [value]);
    return (
        <Field
            label={label}
            value={text}
            inputMode={inputMode}
            hideLabel={hideLabel}
            onBlur={onBlur}
            placeholder={placeholder}
            error={read(text) === null ? wrong : undefined}
            onChange={(event) => {
                setText(event.currentTarget.value);
                const next = read(event.currentTarget.value);
                if (next !== null) {
                    onChange(next);
                }
            }}
        />
    );
}
