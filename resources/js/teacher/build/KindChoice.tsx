import { RadioGroup } from 'radix-ui';
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
    const others = questionKinds.filter((kind) => !first.includes(kind) && !without.includes(kind));
    const other = others.includes(value) ? value : '';
    return (
        <div className="flex flex-wrap items-center gap-1">
            <RadioGroup.Root
                aria-label={say('build.question-editor.kind')}
                value={value}
                onValueChange={(kind) => onChange(kind as QuestionKind)}
                className="flex flex-wrap gap-1"
            >
                {first.map((kind) => (
                    <RadioGroup.Item
                        key={kind}
                        value={kind}
                        className="rounded-md border border-line px-1 py-1 text-sm hover:border-ink data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-paper"
                    >
                        {kindWords(kind)}
                    </RadioGroup.Item>
                ))}
            </RadioGroup.Root>
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
