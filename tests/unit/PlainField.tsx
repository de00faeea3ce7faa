import { fromPlain, plainOf } from '../../resources/js/quiz/text';
import type { RichFieldProps } from '../../resources/js/richtext/RichField';

/** In place of the rich field, where a test is about what is done with a text: a browser is needed for the field itself. */
export function RichField({ label, value, onChange, onEnter, onBackOut, onLeave, name }: RichFieldProps) {
    return (
        <textarea
            aria-label={label}
            data-field={name}
            value={plainOf(value)}
            onChange={(event) => onChange(fromPlain(event.currentTarget.value))}
            onBlur={onLeave}
            onKeyDown={(event) => {
                if (event.key === 'Enter' && onEnter !== undefined) {
                    event.preventDefault();
                    onEnter();
                } else if (event.key === 'Backspace' && value === '') {
                    onBackOut?.();
                }
            }}
        />
    );
}

export function focusField(name: string): boolean {
    const field = document.querySelector<HTMLElement>(`[data-field="${name}"]`);
    field?.focus();
    return field !== null;
}
