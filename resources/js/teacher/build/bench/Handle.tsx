import { type KeyboardEvent, memo, type PointerEvent, type ReactNode, useRef } from 'react';
import { tenth } from '../../../quiz/cues';
import { timecode } from '../../../ui/time';
import { say } from '../../../words/words';

interface Props {
    /** Of whom it is; told back with each act. */
    id: string;
    label: string;
    at: number;
    /** Between which moments it may be, in seconds. */
    least: number;
    most: number;
    perSecond: number;
    selected?: boolean;
    className: string;
    onMove: (id: string, at: number) => void;
    onSelect?: (id: string) => void;
    /** What else a key does with it; says whether it did something. */
    onKey?: (id: string, event: KeyboardEvent) => boolean;
    children?: ReactNode;
}

/** Seconds that an arrow moves it, and with Shift. */
const NUDGE = 0.1;
const STRIDE = 1;

/** A moment on the timeline that is dragged, or nudged by arrows. While it is dragged nothing else is drawn anew. */
export const Handle = memo(function Handle(props: Props) {
    const { id, label: name, at, least, most, perSecond, selected = false, className, onMove, onSelect, onKey, children } = props;
    const label = useRef<HTMLSpanElement>(null);
    const grabbed = useRef<{ x: number; at: number; moved: boolean } | null>(null);
    const within = (moment: number) => tenth(Math.min(most, Math.max(least, moment)));
    const rest = (mark: HTMLElement) => {
        mark.style.translate = '';
        mark.style.willChange = '';
        if (label.current !== null) {
            label.current.textContent = '';
        }
    };
    const target = (event: PointerEvent) => within((grabbed.current?.at ?? at) + (event.clientX - (grabbed.current?.x ?? 0)) / perSecond);
    return (
        <div
            role="slider"
            tabIndex={0}
            aria-label={name}
            aria-valuemin={least}
            aria-valuemax={most}
            aria-valuenow={at}
            aria-valuetext={timecode(at)}
            aria-current={selected}
            data-moment={id}
            title={`${timecode(at)} ${name}`}
            className={`absolute -translate-x-1/2 cursor-ew-resize touch-none select-none ${className}`}
            style={{ left: at * perSecond }}
            onPointerDown={(event) => {
                if (event.button === 0) {
                    event.stopPropagation();
                    event.currentTarget.setPointerCapture(event.pointerId);
                    // This one alone is a layer of its own, as long as it is held.
                    event.currentTarget.style.willChange = 'translate';
                    grabbed.current = { x: event.clientX, at, moved: false };
                }
            }}
            onPointerMove={(event) => {
                if (grabbed.current !== null) {
                    grabbed.current.moved ||= Math.abs(event.clientX - grabbed.current.x) > 3;
                    if (grabbed.current.moved) {
                        const moment = target(event);
                        // Moved as a picture: nothing is laid out anew for it.
                        event.currentTarget.style.translate = `calc(-50% + ${(moment - at) * perSecond}px)`;
                        if (label.current !== null) {
                            label.current.textContent = timecode(moment);
                        }
                    }
                }
            }}
            onPointerUp={(event) => {
                const moved = grabbed.current?.moved === true;
                const moment = target(event);
                grabbed.current = null;
                rest(event.currentTarget);
                if (moved && moment !== at) {
                    onMove(id, moment);
                } else {
                    onSelect?.(id);
                }
            }}
            onPointerCancel={(event) => {
                grabbed.current = null;
                rest(event.currentTarget);
            }}
            onKeyDown={(event) => {
                const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
                if (by !== 0 && !event.altKey && !event.ctrlKey && !event.metaKey) {
                    onMove(id, within(at + by * (event.shiftKey ? STRIDE : NUDGE)));
                } else if (event.key === 'Enter' && onSelect !== undefined) {
                    onSelect(id);
                } else if (onKey?.(id, event) !== true) {
                    return;
                }
                event.preventDefault();
                event.stopPropagation();
            }}
        >
            {children}
            <span ref={label} aria-hidden="true" className="time-of-drag" />
        </div>
    );
});

/** What a mark of a kind is called. */
export const kindWords = {
    question: say('build.bench.question'),
    note: say('build.bench.note'),
    comments: say('build.bench.comments'),
    heading: say('build.bench.heading'),
};
