import { BookOpen, BookOpenCheck, CircleHelp, Film, Hand, Lightbulb, NotebookPen } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Rung } from '../api/types';
import { rungWords } from '../quiz/kinds';
import { rungName } from '../quiz/names';
import { say } from '../words/words';
import type { Props } from './Cutaway';
import { type Drop, draggableNode, dropSign } from './dragging';

const rungIcons: Record<Rung['kind'], ReactNode> = {
    hint: <Lightbulb size={14} aria-hidden="true" />,
    video: <Film size={14} aria-hidden="true" />,
    reading: <BookOpen size={14} aria-hidden="true" />,
    'worked-example': <BookOpenCheck size={14} aria-hidden="true" />,
    exercise: <NotebookPen size={14} aria-hidden="true" />,
    question: <CircleHelp size={14} aria-hidden="true" />,
    teacher: <Hand size={14} aria-hidden="true" />,
};

interface LadderProps {
    label: string;
    rungs: Rung[];
    dense: boolean;
    selected: string | null;
    current: string | undefined;
    onSelect: (id: string) => void;
    at: Props['at'];
    share: Props['share'];
    canBeMoved: boolean;
    drop: Drop | null;
}

export function Ladder({ label, rungs, dense, selected, current, onSelect, at, share, canBeMoved, drop }: LadderProps) {
    return (
        <div className={dense ? 'mt-1.5' : 'mt-2'}>
            {label !== '' && <p className="line-clamp-2 px-2 text-xs leading-tight break-words text-soft">{label}</p>}
            <ol className="border-x-4 border-rail px-0 max-md:flex max-md:border-x-0 max-md:border-y-4">
                {rungs.map((rung, index) => {
                    const part = share?.(rung.id) ?? 0;
                    return (
                        <li key={rung.id} className={`${dense ? 'py-0.5' : 'py-1.5'} max-md:flex-1 max-md:px-1`}>
                            <button
                                type="button"
                                data-node={rung.id}
                                tabIndex={current === rung.id ? 0 : -1}
                                aria-current={selected === rung.id}
                                aria-label={say('cutaway.rung', {
                                    number: index + 1,
                                    kind: rungWords(rung.kind),
                                    name: rungName(rung),
                                })}
                                onClick={() => onSelect(rung.id)}
                                {...(canBeMoved ? draggableNode(rung.id) : {})}
                                className={`relative block w-full ${dropSign(drop, rung.id, false)} border-y-2 px-1.5 py-0.5 text-left text-xs ${
                                    selected === rung.id ? 'border-accent bg-tint' : 'border-rail bg-earth-deep hover:border-ink'
                                }`}
                            >
                                {part > 0 && (
                                    <span
                                        aria-hidden="true"
                                        className="absolute inset-y-0 left-0 bg-rail opacity-30"
                                        style={{ width: `${part * 100}%` }}
                                    />
                                )}
                                <span className="relative flex items-start gap-1.5">
                                    <span className="mt-0.5 shrink-0">{rungIcons[rung.kind]}</span>
                                    <span className={`min-w-0 break-words ${dense ? 'line-clamp-1' : 'line-clamp-2'}`}>
                                        {rungName(rung)}
                                    </span>
                                </span>
                            </button>
                            {at !== undefined && <div className="flex flex-wrap gap-0.5 px-1">{at(rung.id)}</div>}
                        </li>
                    );
                })}
            </ol>
        </div>
    );
}
