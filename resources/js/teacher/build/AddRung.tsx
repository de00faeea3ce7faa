import type { Rung } from '../../api/types';
import { rungKinds, rungWithin, rungWords } from '../../quiz/kinds';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

const usual: Rung['kind'][] = ['video', 'reading'];

/** Buttons for the usual kinds of rung beside hints, and a list with the others. */
export function AddRung({
    onAdd,
    forWhat = '',
    without = [],
}: {
    onAdd: (kind: Rung['kind']) => void;
    forWhat?: string;
    without?: Rung['kind'][];
}) {
    const others = rungKinds.filter((kind) => !usual.includes(kind) && !without.includes(kind));
    const forIt = { isFor: forWhat === '' ? 'no' : 'yes', forWhat };
    return (
        <div className="flex flex-wrap items-center gap-2">
            {usual.map((kind) => (
                <Button
                    key={kind}
                    aria-label={say('build.rungs.add-for', { rung: rungWithin(kind), ...forIt })}
                    onClick={() => onAdd(kind)}
                >
                    {say('build.rungs.add', { rung: rungWithin(kind) })}
                </Button>
            ))}
            <select
                className="min-h-9 rounded-md border border-edge bg-sheet px-1 text-sm"
                aria-label={say('build.rungs.other-kinds', forIt)}
                value=""
                onChange={(event) => event.currentTarget.value !== '' && onAdd(event.currentTarget.value as Rung['kind'])}
            >
                <option value="">{say('build.rungs.another-rung')}</option>
                {others.map((kind) => (
                    <option key={kind} value={kind}>
                        {rungWords(kind)}
                    </option>
                ))}
            </select>
        </div>
    );
}
