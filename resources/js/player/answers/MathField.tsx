import { useEffect, useRef, useState } from 'react';
import { inputClass } from '../../ui/Field';
import { mathfield } from '../../ui/mathfield';
import { rich, say } from '../../words/words';
import { Formula } from '../Formula';
import { plainMath, texOf } from './math';
import type { InputProps } from './parts';

/** A field in which formulas are typed as they look. Where it cannot be loaded, a plain line does the same, with a preview. */
export default function MathField({ answer, onChange }: InputProps) {
    const host = useRef<HTMLDivElement>(null);
    const [failed, setFailed] = useState(false);
    const latest = useRef(onChange);
    latest.current = onChange;
    const first = useRef('text' in answer ? answer.text : '');
    const [plain, setPlain] = useState(false);

    useEffect(() => {
        if (plain) {
            return;
        }
        let gone = false;
        let field: HTMLElement | null = null;
        mathfield(say('player.math-field.your-answer-a-formula'), texOf(first.current))
            .then((made) => {
                if (gone || host.current === null) {
                    return;
                }
                made.addEventListener('input', () => latest.current({ text: plainMath(made.getValue('ascii-math')) }));
                host.current.replaceChildren(made);
                // The field knows its menu only once it stands on the page.
                made.menuItems = [];
                field = made;
            })
            .catch(() => setFailed(true));
        return () => {
            gone = true;
            field?.remove();
        };
    }, [plain]);

    const text = 'text' in answer ? answer.text : '';
    return (
        <div className="grid gap-2">
            {failed || plain ? (
                <input
                    className={`${inputClass} min-h-13 text-xl`}
                    aria-label={say('player.math-field.your-answer-a-formula')}
                    value={text}
                    autoComplete="off"
                    autoCapitalize="off"
                    spellCheck={false}
                    maxLength={500}
                    onChange={(event) => latest.current({ text: event.currentTarget.value })}
                />
            ) : (
                <div ref={host} className="math-host" />
            )}
            <p className="text-sm text-soft">
                {text.trim() !== '' && (
                    <>{rich('player.math-field.you-wrote', { read: <Formula tex={texOf(text)} alternative={text} inline /> })} </>
                )}
                {!failed && (
                    <button
                        type="button"
                        className="underline"
                        onClick={() => {
                            first.current = text;
                            setPlain(!plain);
                        }}
                    >
                        {plain ? say('player.math-field.use-the-formula-field') : say('player.math-field.type-it-as-a-plain')}
                    </button>
                )}
            </p>
            <p className="text-sm text-soft">{say('player.math-field.write-for-a-fraction-and')}</p>
        </div>
    );
}
