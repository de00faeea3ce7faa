import { RotateCw, ZoomIn, ZoomOut } from 'lucide-react';
import { useRef, useState } from 'react';
import { addressOf, useMedium } from '../../player/media';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

/** What a student has handed in, to be looked at and heard where it is read. */
export function Files({ files }: { files: string[] }) {
    return (
        <div className="grid gap-2">
            {files.map((file, index) => (
                <File key={file} id={file} number={index + 1} />
            ))}
        </div>
    );
}

function File({ id, number }: { id: string; number: number }) {
    const facts = useMedium(id);
    const address = addressOf(id, facts);
    if (facts?.kind === 'picture') {
        return <Picture address={address} number={number} />;
    }
    if (facts?.kind === 'sound') {
        return <Sound address={address} number={number} />;
    }
    return (
        <a className="underline" href={address} target="_blank" rel="noreferrer">
            {say('teacher.points-by-hand.open-file', { number })}
        </a>
    );
}

/** A photograph, as it was held: turned by quarters, and enlarged. */
function Picture({ address, number }: { address: string; number: number }) {
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

function Sound({ address, number }: { address: string; number: number }) {
    const audio = useRef<HTMLAudioElement>(null);
    const [fast, setFast] = useState(false);
    const change = (quick: boolean) => {
        setFast(quick);
        if (audio.current !== null) {
            audio.current.playbackRate = quick ? 1.5 : 1;
        }
    };
    return (
        <div className="flex flex-wrap items-center gap-2">
            {/* biome-ignore lint/a11y/useMediaCaption: a student's own recording has no words written to it */}
            <audio
                ref={audio}
                controls
                preload="none"
                src={address}
                aria-label={say('teacher.pile.recording', { number })}
                onPlay={() => change(fast)}
            />
            <Button weight="quiet" aria-pressed={fast} onClick={() => change(!fast)}>
                {say('teacher.pile.faster')}
            </Button>
        </div>
    );
}
