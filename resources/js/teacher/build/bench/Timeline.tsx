import { Heading, HelpCircle, MessageSquare, StickyNote, ZoomIn, ZoomOut } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Clip, Cue, Medium } from '../../../api/types';
import { cueName, type ShownClip } from '../../../quiz/cues';
import { timecode } from '../../../ui/time';
import { useWidth } from '../../../ui/useWidth';
import { say } from '../../../words/words';
import { typed } from './captionText';
import { draw, heightOf } from './drawing';
import { Handle, kindWords } from './Handle';
import type { Playhead } from './playhead';
import { mostZoom, scaleOf } from './scale';
import { useTimelinePictures } from './useTimelinePictures';

interface Line {
    from: number;
    to: number;
    text: string;
}

interface Props {
    medium: Medium;
    length: number;
    clip: Clip;
    cues: Cue[];
    clips: ShownClip[];
    lines: Line[];
    playhead: Playhead;
    selected: string | null;
    onGo: (to: number) => void;
    onSelect: (id: string) => void;
    onCue: (id: string, at: number) => void;
    /** A key on a cue's mark; says whether it did something. */
    onCueKey: (id: string, event: KeyboardEvent) => boolean;
    onTrim: (clip: Clip) => void;
    onClip: (rung: string, clip: Clip) => void;
    onLine: (index: number) => void;
    /** A key on the line itself. */
    onKey: (event: KeyboardEvent) => void;
}

const icons = { question: HelpCircle, note: StickyNote, comments: MessageSquare, heading: Heading };

const ZOOM = 1.6;

const CAPTIONS = 22;
const CUES = 34;
const CLIPS = 24;

/** The time of a video as wide as the screen: small pictures, the sound's wave, captions, and what stands at its moments. */
export function Timeline(props: Props) {
    const { medium, length, clip, cues, clips, lines, playhead, selected, onGo, onSelect, onCue, onCueKey, onTrim, onClip } = props;
    const scroller = useRef<HTMLDivElement>(null);
    const canvas = useRef<HTMLCanvasElement>(null);
    const needle = useRef<HTMLDivElement>(null);
    const line = useRef<HTMLDivElement>(null);
    const width = useWidth(scroller);
    const [zoom, setZoom] = useState(1);
    const [left, setLeft] = useState(0);
    const { sheet, wave } = useTimelinePictures(medium);
    const scale = scaleOf(length, width, zoom);
    const { perSecond } = scale;
    const end = clip.to ?? length;

    useLayoutEffect(() => {
        if (canvas.current !== null) {
            draw(canvas.current, {
                from: left / perSecond,
                width,
                scale: { length, perSecond },
                preparation: medium.preparation,
                sheet,
                wave,
            });
        }
    }, [left, width, length, perSecond, medium.preparation, sheet, wave]);

    // The needle goes along by itself; nothing else is drawn for it.
    useLayoutEffect(() => {
        const follow = () => {
            const box = scroller.current;
            const x = playhead.at * perSecond;
            if (needle.current !== null) {
                needle.current.style.transform = `translateX(${x}px)`;
                const time = timecode(Math.round(playhead.at * 10) / 10);
                if (needle.current.dataset.time !== time) {
                    needle.current.dataset.time = time;
                    line.current?.setAttribute('aria-valuenow', String(Math.round(playhead.at * 10) / 10));
                    line.current?.setAttribute('aria-valuetext', time);
                }
            }
            if (box !== null && (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth)) {
                box.scrollLeft = x - box.clientWidth / 5;
            }
        };
        follow();
        return playhead.subscribe(follow);
    }, [playhead, perSecond]);

    const zoomTo = useCallback(
        (next: number) => {
            const box = scroller.current;
            const to = Math.min(mostZoom(length, width), Math.max(1, next));
            setZoom(to);
            // What stands at the needle stays where it is on the screen.
            const shift = playhead.at * perSecond - (box?.scrollLeft ?? 0);
            requestAnimationFrame(() => {
                if (box !== null) {
                    box.scrollLeft = playhead.at * scaleOf(length, width, to).perSecond - shift;
                }
            });
        },
        [length, width, perSecond, playhead],
    );

    // With Ctrl the wheel zooms this line, and not the page.
    useEffect(() => {
        const box = scroller.current;
        const onWheel = (event: WheelEvent) => {
            if (event.ctrlKey) {
                event.preventDefault();
                zoomTo(zoom * (event.deltaY < 0 ? ZOOM : 1 / ZOOM));
            }
        };
        box?.addEventListener('wheel', onWheel, { passive: false });
        return () => box?.removeEventListener('wheel', onWheel);
    }, [zoom, zoomTo]);

    const momentAt = (event: PointerEvent) => {
        const box = scroller.current;
        return box === null ? 0 : (event.clientX - box.getBoundingClientRect().left + box.scrollLeft) / perSecond;
    };
    const trim = useCallback(
        (which: string, at: number) => onTrim(which === 'from' ? { ...clip, from: at } : { ...clip, to: at >= length - 0.05 ? null : at }),
        [clip, length, onTrim],
    );
    const stretch = useCallback(
        (id: string, at: number) => {
            const [which, rung] = [id.slice(0, id.indexOf(' ')), id.slice(id.indexOf(' ') + 1)];
            const shown = clips.find((one) => one.rung === rung)?.clip;
            if (shown !== undefined) {
                onClip(rung, which === 'from' ? { ...shown, from: at } : { ...shown, to: at });
            }
        },
        [clips, onClip],
    );
    // What is near the window alone: a long video has a thousand lines.
    const near = (from: number, to: number) => to * perSecond > left - width && from * perSecond < left + 2 * width;

    return (
        <section aria-label={say('build.bench.timeline')} className="shrink-0">
            <div className="flex min-h-7 items-center gap-2 text-sm">
                <Preparing medium={medium} />
                <span className="ml-auto text-soft max-md:hidden">{say('build.bench.keys')}</span>
                <button
                    type="button"
                    className="grid size-7 place-items-center rounded-md hover:bg-tint disabled:opacity-40"
                    aria-label={say('build.bench.zoom-out')}
                    disabled={zoom <= 1}
                    onClick={() => zoomTo(zoom / ZOOM)}
                >
                    <ZoomOut size={18} />
                </button>
                <button
                    type="button"
                    className="grid size-7 place-items-center rounded-md hover:bg-tint disabled:opacity-40"
                    aria-label={say('build.bench.zoom-in')}
                    disabled={zoom >= mostZoom(length, width)}
                    onClick={() => zoomTo(zoom * ZOOM)}
                >
                    <ZoomIn size={18} />
                </button>
            </div>
            <div
                ref={scroller}
                className="relative overflow-x-auto rounded-md border border-line bg-sheet"
                onScroll={(event) => setLeft(event.currentTarget.scrollLeft)}
            >
                <div className="relative" style={{ width: Math.max(width, length * perSecond) }}>
                    <div
                        ref={line}
                        role="slider"
                        tabIndex={0}
                        aria-label={say('build.bench.moment')}
                        aria-valuemin={0}
                        aria-valuemax={length}
                        aria-valuenow={0}
                        data-line
                        className="sticky left-0 touch-none"
                        style={{ width }}
                        onKeyDown={props.onKey}
                        onPointerDown={(event) => {
                            if (event.button === 0) {
                                event.currentTarget.setPointerCapture(event.pointerId);
                                onGo(momentAt(event));
                            }
                        }}
                        onPointerMove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && onGo(momentAt(event))}
                    >
                        <canvas ref={canvas} className="block text-soft" style={{ width, height: heightOf(medium.preparation) }} />
                    </div>
                    <div className="relative border-t border-line" style={{ height: CAPTIONS }}>
                        {lines.map((line, index) =>
                            near(line.from, line.to) ? (
                                <button
                                    key={index}
                                    type="button"
                                    tabIndex={-1}
                                    title={typed(line.text)}
                                    aria-label={typed(line.text) === '' ? say('build.captions.empty', { number: index + 1 }) : undefined}
                                    className="absolute top-0.5 bottom-0.5 overflow-hidden rounded-sm bg-tint px-0.5 text-left text-xs whitespace-nowrap hover:outline hover:outline-edge"
                                    style={{ left: line.from * perSecond, width: Math.max(3, (line.to - line.from) * perSecond - 1) }}
                                    onClick={() => props.onLine(index)}
                                >
                                    {typed(line.text)}
                                </button>
                            ) : null,
                        )}
                    </div>
                    <div className="relative border-t border-line [contain:layout_style]" style={{ height: CUES }}>
                        {[...cues].sort(byId).map((cue) => {
                            const Icon = icons[cue.kind];
                            return (
                                <Handle
                                    key={cue.id}
                                    id={cue.id}
                                    label={`${kindWords[cue.kind]}: ${cueName(cue) || say('build.video-editor.empty-question')}`}
                                    at={cue.at}
                                    least={clip.from}
                                    most={end}
                                    perSecond={perSecond}
                                    selected={selected === cue.id}
                                    className={`top-1 grid size-6.5 place-items-center rounded-t-sm rounded-b-full border ${
                                        selected === cue.id ? 'z-10 border-accent bg-accent text-on-accent' : 'border-edge bg-paper'
                                    } ${cue.at < clip.from || cue.at > end ? 'border-dashed' : ''}`}
                                    onMove={onCue}
                                    onSelect={onSelect}
                                    onKey={onCueKey}
                                >
                                    <Icon size={15} aria-hidden="true" />
                                </Handle>
                            );
                        })}
                    </div>
                    {clips.length > 0 && (
                        <div className="relative border-t border-line" style={{ height: CLIPS }}>
                            {clips.map((one) => {
                                const to = one.clip.to ?? length;
                                const ends = {
                                    perSecond,
                                    onMove: stretch,
                                    className: `top-0.5 h-5 w-2 rounded-sm bg-rail`,
                                };
                                return (
                                    <div key={one.rung}>
                                        <button
                                            type="button"
                                            tabIndex={-1}
                                            title={one.name}
                                            className={`absolute top-0.5 h-5 overflow-hidden rounded-sm border px-1 text-left text-xs whitespace-nowrap ${selected === one.rung ? 'border-accent bg-tint' : 'border-rail bg-paper'}`}
                                            style={{
                                                left: one.clip.from * perSecond,
                                                width: Math.max(4, (to - one.clip.from) * perSecond),
                                            }}
                                            onClick={() => onSelect(one.rung)}
                                        >
                                            {one.name}
                                        </button>
                                        <Handle
                                            {...ends}
                                            id={`from ${one.rung}`}
                                            label={say('build.bench.clip-begins', { name: one.name })}
                                            at={one.clip.from}
                                            least={0}
                                            most={to - 0.1}
                                        />
                                        <Handle
                                            {...ends}
                                            id={`to ${one.rung}`}
                                            label={say('build.bench.clip-ends', { name: one.name })}
                                            at={to}
                                            least={one.clip.from + 0.1}
                                            most={length}
                                        />
                                    </div>
                                );
                            })}
                        </div>
                    )}
                    <div className="pointer-events-none absolute inset-y-0 left-0 bg-paper/70" style={{ width: clip.from * perSecond }} />
                    <div
                        className="pointer-events-none absolute inset-y-0 bg-paper/70"
                        style={{ left: end * perSecond, width: Math.max(0, length - end) * perSecond }}
                    />
                    <Handle
                        id="from"
                        label={say('build.bench.begins')}
                        at={clip.from}
                        least={0}
                        most={end - 0.1}
                        perSecond={perSecond}
                        className={`${edge} rounded-r-md`}
                        onMove={trim}
                    />
                    <Handle
                        id="to"
                        label={say('build.bench.ends')}
                        at={end}
                        least={clip.from + 0.1}
                        most={length}
                        perSecond={perSecond}
                        className={`${edge} rounded-l-md`}
                        onMove={trim}
                    />
                    <div ref={needle} className="needle pointer-events-none absolute inset-y-0 left-0 z-20 w-px bg-accent" />
                </div>
            </div>
        </section>
    );
}

const edge = 'top-0 h-full w-2.5 bg-ink/40 z-10';

function byId(a: Cue, b: Cue): number {
    return a.id < b.id ? -1 : 1;
}

/** How far the small pictures and the wave are. */
function Preparing({ medium }: { medium: Medium }) {
    const { preparation } = medium;
    if (preparation === null) {
        return <span className="text-soft">{say('build.bench.no-pictures-of-a-service')}</span>;
    }
    if (preparation.state === 'ready') {
        return preparation.wave ? null : <span className="text-soft">{say('build.bench.no-sound')}</span>;
    }
    return (
        <span role="status" className="flex items-center gap-2 text-soft">
            {preparation.state === 'failed' ? (
                say('build.bench.pictures-failed')
            ) : (
                <>
                    {say('build.bench.pictures-are-being-made')}
                    <progress className="h-2 w-24" max={1} value={preparation.done} />
                </>
            )}
        </span>
    );
}
