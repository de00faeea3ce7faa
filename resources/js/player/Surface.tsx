import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import { say } from '../words/words';
import { hosts } from './hosts/hosts';
import { FilePlayback, type Playback, type Told } from './playback';

const frame = 'block aspect-video w-full bg-earth object-contain [@media(max-height:500px)]:max-h-[60dvh] [:fullscreen_&]:max-h-[70dvh]';

/** Milliseconds after which a player that said nothing is taken for away. */
const PATIENCE = 8000;

interface Props {
    /** How it is driven, from when it is there. */
    playback: RefObject<Playback | null>;
    address: string;
    title: string;
    told: Told;
    /** A press on the picture. */
    onPress: () => void;
}

interface FileProps extends Props {
    medium: string;
    languages: string[];
    /** The language in which captions are shown; null where they are off. */
    captioned: string | null;
    large: boolean;
    element: RefObject<HTMLVideoElement | null>;
}

/** The picture of a video that is a file. */
export function FileSurface({ playback, address, title, told, onPress, medium, languages, captioned, large, element }: FileProps) {
    const newest = useRef(told);
    newest.current = told;
    useLayoutEffect(() => {
        if (element.current !== null) {
            playback.current = new FilePlayback(element.current, () => newest.current.onFailed());
        }
    }, [element, playback]);
    useEffect(() => {
        for (const track of element.current?.textTracks ?? []) {
            // What is not shown is not loaded.
            track.mode = track.language === captioned ? 'showing' : 'disabled';
        }
    }, [captioned, element]);
    return (
        // biome-ignore lint/a11y/useMediaCaption: a caption track is there whenever the video has captions
        <video
            ref={element}
            className={`${frame} ${large ? 'large-captions' : ''}`}
            src={address}
            preload="metadata"
            playsInline
            aria-label={title}
            onClick={onPress}
            onLoadedMetadata={(event) => told.onReady(event.currentTarget.duration)}
            onPlay={told.onPlay}
            onPause={told.onPause}
            onTimeUpdate={told.onAt}
            onSeeked={told.onAt}
            onVolumeChange={(event) => told.onLoudness(event.currentTarget.muted ? 0 : event.currentTarget.volume)}
            onError={told.onFailed}
        >
            {languages.map((language) => (
                <track
                    key={language}
                    kind="captions"
                    src={`/media/${medium}/captions/${language}`}
                    srcLang={language}
                    label={say('player.video-player.captions')}
                    default={language === captioned}
                />
            ))}
        </video>
    );
}

interface FrameProps extends Props {
    /** Which kind of player stands at the address. */
    player: string;
    /** The caption of this moment. */
    caption: string | null;
    large: boolean;
}

/** The picture of a video that a service's own player shows in a frame. */
export function FrameSurface({ playback, address, title, told, onPress, player, caption, large }: FrameProps) {
    const inner = useRef<HTMLIFrameElement>(null);
    const newest = useRef(told);
    const isHeard = useRef(false);
    newest.current = {
        ...told,
        onReady: (length) => {
            isHeard.current = true;
            told.onReady(length);
        },
    };
    const Host = hosts[player];
    useLayoutEffect(() => {
        if (Host === undefined || inner.current === null || address === '') {
            playback.current = null;
            newest.current.onFailed();
            return;
        }
        const host = new Host(inner.current, () => newest.current);
        playback.current = host;
        const disconnect = host.connect();
        const timer = setTimeout(() => isHeard.current || newest.current.onFailed(), PATIENCE);
        return () => {
            clearTimeout(timer);
            disconnect();
        };
    }, [Host, playback, address]);
    return (
        <>
            <iframe
                ref={inner}
                className={`${frame} border-0`}
                src={address === '' ? undefined : address}
                title={title}
                tabIndex={-1}
                allow="autoplay"
                sandbox="allow-scripts allow-same-origin"
                referrerPolicy="no-referrer"
            />
            {/* Nothing of the service's own player is pressed: it is driven from here. */}
            {/* biome-ignore lint/a11y/noStaticElementInteractions: the button that plays is below it */}
            {/* biome-ignore lint/a11y/useKeyWithClickEvents: the keys are the player's */}
            <div className="absolute inset-0" onClick={onPress} />
            {caption !== null && (
                <p className="pointer-events-none absolute inset-x-0 bottom-2 text-center">
                    <span
                        className={`inline-block max-w-[90%] rounded-sm bg-ink px-2 py-0.5 whitespace-pre-line text-paper ${large ? 'text-2xl' : 'text-base'}`}
                    >
                        {caption}
                    </span>
                </p>
            )}
        </>
    );
}
