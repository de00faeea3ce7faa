import { useRef, useState } from 'react';
import { addressOf, useMedium } from '../../player/media';
import { Button } from '../../ui/Button';
import { Photograph } from '../../ui/Photograph';
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
        return <Photograph address={address} number={number} />;
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
