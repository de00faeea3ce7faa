import { RotateCw, ZoomIn, ZoomOut } from 'lucide-react';
import { useState } from 'react';
import { say } from '../words/words';
import { Button } from './Button';

/** A photograph, as it was held: turned by quarters, and enlarged. */
export function Photograph({ address, number }: { address: string; number: number }) {
    const [turns, setTurns] = useState(0);
    const [large, setLarge] = useState(false);
    const lies = turns % 2 === 1;
    return (
        <figure className="grid justify-items-start gap-1">
            <div
                className={`grid w-full place-items-center overflow-auto rounded-md border border-line bg-paper ${large ? 'h-[85dvh]' : 'h-72'}`}
            >
                <img
                    src={address}
                    alt={say('teacher.student.photograph', { number })}
                    className={large ? 'max-w-none' : `object-contain ${lies ? 'max-h-full max-w-72' : 'max-h-72 max-w-full'}`}
                    style={{ transform: `rotate(${90 * turns}deg)`, ...(large ? { width: lies ? '80dvh' : '130%' } : {}) }}
                />
            </div>
            <figcaption className="flex gap-2">
                <Button weight="quiet" onClick={() => setTurns((before) => (before + 1) % 4)}>
                    <RotateCw size={16} aria-hidden="true" /> {say('teacher.pile.turn')}
                </Button>
                <Button weight="quiet" aria-pressed={large} onClick={() => setLarge(!large)}>
                    {large ? <ZoomOut size={16} aria-hidden="true" /> : <ZoomIn size={16} aria-hidden="true" />}{' '}
                    {say(large ? 'teacher.pile.smaller' : 'teacher.pile.larger')}
                </Button>
            </figcaption>
        </figure>
    );
}
