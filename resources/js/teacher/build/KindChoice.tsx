import { useId } from 'react';
import type { QuestionKind } from '../../api/types';
import { kindWords, questionKinds } from '../../quiz/kinds';
import { say } from '../../words/words';

/** Kinds that stand first; the others are behind one step. */
const first: QuestionKind[] = ['one-choice', 'several-choices', 'short-text', 'number'];

/** What kind of answer is asked for. */
export function KindChoice({
    value,
    without,
    onChange,
}: {
    value: QuestionKind;
    /** Kinds that have no place here. */
    without: QuestionKind[];
    onChange: (kind: QuestionKind) => void;
}) {
    const group = useId();
    const others = questionKinds.filter((kind) => !first.includes(kind) && !without.includes(kind));
    const other = others.includes(value) ? value : '';
    return (
        <div className="flex flex-wrap items-center gap-1">
            <div role="radiogroup" aria-label={say('build.question-editor.kind')} className="flex flex-wrap gap-1">
                {first.map((kind) => (
                    <label
                        key={kind}
                        className="relative rounded-md border border-line px-1 py-1 text-sm hover:border-ink has-[:checked]:border-ink has-[:checked]:bg-ink has-[:checked]:text-paper has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-accent"
                    >
                        {/* The browser's own: an arrow key chooses at once, however short it is pressed. */}
                        <input
                            type="radio"
                            name={group}
                            className="absolute inset-0 cursor-pointer opacity-0"
                            checked={value === kind}
                            // One stop for the Tab key, also where none of them is chosen: browsers make it four then.
                            tabIndex={value === kind || (other !== '' && kind === first[0]) ? 0 : -1}
                            onChange={() => onChange(kind)}
                        />
                        {kindWords(kind)}
                    </label>
                ))}
            </div>
            <select
                aria-label={say('build.kind-choice.other-kinds')}
                className={`rounded-md border py-1 text-sm ${other === '' ? 'w-[4.4rem] border-line bg-sheet' : 'border-ink bg-ink text-paper'}`}
                value={other}
                onChange={(event) => onChange(event.currentTarget.value as QuestionKind)}
            >
                {other === '' && <option value="">{say('build.kind-choice.another-kind')}</option>}
                {others.map((kind) => (
                    <option key={kind} value={kind}>
                        {kindWords(kind)}
                    </option>
                ))}
            </select>
        </div>
    );
}
