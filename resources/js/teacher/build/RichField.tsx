import { Rich } from '../../player/Rich';
import { fromPlain, isPlain, plainOf } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { inputClass, Text } from '../../ui/Field';
import { say } from '../../words/words';

interface Props {
    label: string;
    value: string;
    onChange: (rich: string) => void;
    hint?: string;
    placeholder?: string;
    maxLength?: number;
    hideLabel?: boolean;
    /** One line instead of several. */
    line?: boolean;
}

/** A rich text, written in a plain field. What is formatted is shown as it reads, and left alone until it is to be rewritten. */
export function RichField({ label, value, onChange, hideLabel = false, line = false, ...rest }: Props) {
    if (!isPlain(value)) {
        return (
            <fieldset className="min-w-0 flex-1">
                <legend className={hideLabel ? 'sr-only' : 'mb-1 text-sm font-semibold'}>{label}</legend>
                <div className="rounded-md border border-line bg-paper px-3 py-2">
                    <Rich text={value} />
                    <Button weight="quiet" className="mt-1 text-sm" onClick={() => onChange(fromPlain(plainOf(value)))}>
                        {say('build.rich-field.rewrite-it-without-formatting')}
                    </Button>
                </div>
            </fieldset>
        );
    }
    const plain = plainOf(value);
    return line ? (
        <input
            className={inputClass}
            aria-label={label}
            value={plain}
            maxLength={500}
            {...rest}
            onChange={(event) => onChange(fromPlain(event.currentTarget.value))}
        />
    ) : (
        <div className="min-w-0 flex-1">
            <Text
                label={label}
                hideLabel={hideLabel}
                value={plain}
                {...(hideLabel ? { rows: 1 } : {})}
                {...rest}
                onChange={(event) => onChange(fromPlain(event.currentTarget.value))}
            />
        </div>
    );
}
