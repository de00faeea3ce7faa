import type { Rung } from '../../api/types';
import { newRung } from '../../quiz/making';
import { rungName } from '../../quiz/names';
import { isEmpty } from '../../quiz/text';
import { focusField, RichField } from '../../richtext/RichField';
import { useNextId } from '../../ui/useNextId';
import { say } from '../../words/words';
import { AddRung } from './AddRung';

interface Props {
    /** What the ladder hangs under, by its id. */
    owner: string;
    rungs: Rung[];
    onChange: (rungs: Rung[]) => void;
    select: (id: string) => void;
    /** What it is for, where it is not the question's own. */
    forWhat?: string;
    without?: Rung['kind'][];
}

/** The name of the field for the next hint of a ladder. */
export function nextHint(owner: string): string {
    return `hint:${owner}`;
}

/** A ladder: hints are written where they stand, other rungs lead to where they are edited. The last line is the next hint. */
export function LadderPart({ owner, rungs, onChange, select, forWhat = '', without = [] }: Props) {
    const fresh = useNextId(rungs);
    const put = (id: string, text: string) =>
        onChange(rungs.map((rung) => (rung.id === id && rung.kind === 'hint' ? { ...rung, text } : rung)));
    const add = (kind: Rung['kind']) => {
        const rung = newRung(kind);
        onChange([...rungs, rung]);
        select(rung.id);
    };
    const hint = (id: string, number: number, text: string, isNext: boolean) => (
        <RichField
            hideLabel
            line
            label={say('build.ladder-part.hint', { number, isFor: forWhat === '' ? 'no' : 'yes', forWhat })}
            placeholder={
                isNext ? say(rungs.length === 0 ? 'build.rung-editor.point-to-where-to-look' : 'build.ladder-part.another-hint') : ''
            }
            name={isNext ? nextHint(owner) : `rung:${id}`}
            value={text}
            onChange={(words) => (isNext ? words !== '' && onChange([...rungs, { id, kind: 'hint', text: words }]) : put(id, words))}
            onEnter={() => !(isNext && text === '') && setTimeout(() => focusField(nextHint(owner)))}
            onBackOut={() => !isNext && onChange(rungs.filter((rung) => rung.id !== id))}
            onLeave={() => !isNext && isEmpty(text) && onChange(rungs.filter((rung) => rung.id !== id))}
        />
    );
    return (
        <div className="grid gap-2">
            <ol className="grid gap-1.5 border-l-2 border-rail pl-2">
                {[...rungs, null].map((rung, index) => (
                    <li key={rung?.id ?? fresh} className="flex items-start gap-2">
                        <span className="w-4 pt-2 text-right text-sm text-soft">{index + 1}</span>
                        {rung === null ? (
                            hint(fresh, index + 1, '', true)
                        ) : rung.kind === 'hint' ? (
                            hint(rung.id, index + 1, rung.text, false)
                        ) : (
                            <button
                                type="button"
                                className="min-w-0 flex-1 truncate rounded-md border border-line bg-sheet px-3 py-2 text-left hover:border-ink"
                                onClick={() => select(rung.id)}
                            >
                                {rungName(rung)}
                            </button>
                        )}
                    </li>
                ))}
            </ol>
            <AddRung forWhat={forWhat} without={['hint', ...without]} onAdd={add} />
        </div>
    );
}
