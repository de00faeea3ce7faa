import { useState } from 'react';
import { Text } from '../../ui/Field';
import { say } from '../../words/words';

/** So many that begin like what is typed are offered. */
const OFFERED = 4;

interface Props {
    label: string;
    value: string;
    phrases: string[];
    onChange: (text: string) => void;
    onDone: () => void;
}

/** What is said to an answer. What was said before is called up by its first letters, and taken by a press or the arrow to the right. */
export function PhraseField({ label, value, phrases, onChange, onDone }: Props) {
    const [typing, setTyping] = useState(false);
    const begun = value.trimStart().toLocaleLowerCase();
    const offered =
        typing && begun !== ''
            ? phrases.filter((one) => one.length > value.length && one.toLocaleLowerCase().startsWith(begun)).slice(0, OFFERED)
            : [];
    return (
        // biome-ignore lint/a11y/noStaticElementInteractions: it only notices that one is in it
        <div onFocus={() => setTyping(true)} onBlur={(event) => event.currentTarget.contains(event.relatedTarget) || setTyping(false)}>
            <Text
                label={label}
                hideLabel
                placeholder={say('teacher.pile.comment')}
                rows={1}
                maxLength={2000}
                value={value}
                onChange={(event) => onChange(event.currentTarget.value)}
                onKeyDown={(event) => {
                    const { selectionStart, value: typed } = event.currentTarget;
                    const [first] = offered;
                    if (event.key === 'ArrowRight' && first !== undefined && selectionStart === typed.length) {
                        event.preventDefault();
                        onChange(first);
                    } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
                        event.preventDefault();
                        onDone();
                    }
                }}
            />
            {offered.length > 0 && (
                <ul className="mt-1 grid gap-1" aria-label={say('teacher.pile.said-before')}>
                    {offered.map((phrase, index) => (
                        <li key={phrase}>
                            <button
                                type="button"
                                className="min-h-8 w-full truncate rounded-md bg-tint px-2 text-left text-sm hover:bg-earth"
                                title={phrase}
                                onClick={() => onChange(phrase)}
                            >
                                {phrase} {index === 0 && <kbd className="text-soft">→</kbd>}
                            </button>
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}
