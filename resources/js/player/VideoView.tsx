import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { VideoPlace } from '../api/types';
import { nameOf } from '../quiz/text';
import { Button } from '../ui/Button';
import { say } from '../words/words';
import { Comments } from './Comments';
import { Bar } from './Disclosure';
import type { Step } from './Player';
import { Rich } from './Rich';
import { type Stretch, VideoPlayer } from './VideoPlayer';

interface Props {
    place: VideoPlace;
    /** The round it is in; none in a rehearsal. */
    round: string | null;
    busy: boolean;
    send: (step: Step) => void;
}

/** A video with its questions, notes and moments for comments. */
export function VideoView({ place, round, busy, send }: Props) {
    const [at, setAt] = useState(place.resumeAt);
    const [away, setAway] = useState(false);
    // Without its video the stop may be left out, as soon as it is told that it cannot be had.
    const [leaving, setLeaving] = useState(false);
    const leaveOut = useCallback(() => send({ kind: 'skipped', data: { from: place.frame } }), [send, place.frame]);
    useEffect(() => {
        if (leaving && place.maySkip) {
            setLeaving(false);
            leaveOut();
        }
    }, [leaving, place.maySkip, leaveOut]);
    const watched = useCallback((stretch: Stretch) => send({ kind: 'watched', data: { video: place.id, ...stretch } }), [send, place.id]);
    // Where it was moved to is told when it stays there: what comes next is known by that.
    const moving = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
    useEffect(() => () => clearTimeout(moving.current), []);
    const moved = useCallback(
        (moment: number) => {
            clearTimeout(moving.current);
            moving.current = setTimeout(() => watched({ from: moment, to: moment, speed: 1 }), 400);
        },
        [watched],
    );
    const pauses = useMemo(() => place.notes.filter((one) => one.pauses).map((one) => one.at), [place.notes]);
    const chapters = useMemo(() => place.chapters.map((one) => ({ at: one.at, words: nameOf(one.text) })), [place.chapters]);
    // A note stays until the next one.
    const note = place.notes.findLast((one) => one.at <= at + 0.2);
    return (
        <>
            <div className="flex-1 px-4 py-5">
                <h2 className="mb-3 text-2xl">{place.title}</h2>
                <VideoPlayer
                    title={place.title}
                    clip={place.clip}
                    startAt={place.resumeAt}
                    seeking={place.seeking === 'open-cue' && place.knownTo !== null ? 'back' : place.seeking}
                    marks={place.cues.map((cue) => ({ at: cue.at, done: !cue.open }))}
                    holdAt={place.nextCue}
                    knownTo={place.knownTo}
                    pausesAt={pauses}
                    chapters={chapters}
                    onAway={setAway}
                    onWatched={watched}
                    seen={place.seen}
                    {...(place.seeking === 'free' ? { onMoved: moved } : {})}
                    onMoment={setAt}
                />
                {note !== undefined && (
                    <div className="mt-3 animate-rise border-l-4 border-rail bg-sheet px-4 py-2" role="status" key={note.id}>
                        <Rich text={note.text} />
                        {note.kind === 'comments' && <Comments key={note.id} cue={note.id} round={round} busy={busy} send={send} />}
                    </div>
                )}
                <p className="mt-3 text-soft">
                    {place.openCues !== null && place.openCues > 0
                        ? say('player.video-view.the-video-stops-for', { open: place.openCues })
                        : place.mayGoOn
                          ? say('player.video-view.you-can-look-at-any')
                          : say('player.video-view.the-video-stops-by-itself')}
                </p>
            </div>
            <Bar>
                {away && !place.mayGoOn && !place.maySkip && (
                    <Button
                        large
                        disabled={busy || leaving}
                        onClick={() => {
                            setLeaving(true);
                            send({ kind: 'video-away', data: { video: place.id } });
                        }}
                    >
                        {say('player.video-view.it-is-not-there')}
                    </Button>
                )}
                {place.maySkip && (
                    <Button large disabled={busy} onClick={leaveOut}>
                        {say('player.video-view.leave-it-out')}
                    </Button>
                )}
                <Button
                    weight="main"
                    large
                    className="flex-1"
                    disabled={busy || !place.mayGoOn}
                    onClick={() => send({ kind: 'went-on', data: { from: place.frame } })}
                >
                    {say('player.video-view.go-on')}
                </Button>
            </Bar>
        </>
    );
}
