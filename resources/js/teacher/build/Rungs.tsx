import { useId, useState } from 'react';
import type { Rung } from '../../api/types';
import { rungKinds, rungWithin, rungWords } from '../../quiz/kinds';
import { rungName, short } from '../../quiz/names';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

/** The rungs of a ladder, each leading to where it is edited. */
export function Rungs({ rungs, select }: { rungs: Rung[]; select: (id: string) => void }) {
    return (
        <ol className="grid gap-1">
            {rungs.map((rung, index) => (
                <li key={rung.id}>
                    <Button
                        weight="quiet"
                        className="max-w-full justify-start px-0 text-left whitespace-normal"
                        onClick={() => select(rung.id)}
                    >
                        {index + 1}. {short(rungName(rung), 80)}
                    </Button>
                </li>
            ))}
        </ol>
    );
}

const usual: Rung['kind'][] = ['hint', 'video', 'reading'];

/** Buttons for the usual kinds of rung, and a list with the others. */
export function AddRung({
    onAdd,
    forWhat = '',
    without = [],
}: {
    onAdd: (kind: Rung['kind']) => void;
    forWhat?: string;
    without?: Rung['kind'][];
}) {
    const id = useId();
    const [other, setOther] = useState<Rung['kind']>('worked-example');
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
            <span className="flex items-center gap-1">
                <select
                    id={id}
                    className="min-h-9 rounded-md border border-edge bg-sheet px-1 text-sm"
                    aria-label={say('build.rungs.other-kinds', forIt)}
                    value={other}
                    onChange={(event) => setOther(event.currentTarget.value as Rung['kind'])}
                >
                    {others.map((kind) => (
                        <option key={kind} value={kind}>
                            {rungWords(kind)}
                        </option>
                    ))}
                </select>
                <Button aria-label={say('build.rungs.add-chosen', forIt)} onClick={() => onAdd(other)}>
                    {say('build.rungs.add-short')}
                </Button>
            </span>
        </div>
    );
}
