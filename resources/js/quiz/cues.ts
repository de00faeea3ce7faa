import type { Clip, Cue, QuizDocument, VideoStop } from '../api/types';
import { ulid } from '../ui/ulid';
import { withNewIds } from './carrying';
import { putLadder, putStop } from './document';
import { newQuestion } from './making';
import { promptText, rungName } from './names';
import { nodeIn } from './nodes';
import { find, ladderAt } from './places';
import { nameOf } from './text';

/** Seconds to the tenth, as times in a video are kept. */
export function tenth(seconds: number): number {
    return Math.round(Math.max(0, seconds) * 10) / 10;
}

export function newCue(kind: Cue['kind'], at: number, points: number | undefined): Cue {
    const place = { id: ulid(), at: tenth(at) };
    return kind === 'question' ? { ...place, kind, question: newQuestion('one-choice', points) } : { ...place, kind, text: '' };
}

/** The stop with other cues, in the order of their times. */
function withCues(document: QuizDocument, stop: VideoStop, cues: Cue[]): QuizDocument {
    return putStop(document, { ...stop, cues: [...cues].sort((a, b) => a.at - b.at) });
}

export function addCue(document: QuizDocument, stop: VideoStop, cue: Cue): QuizDocument {
    return withCues(document, stop, [...stop.cues, cue]);
}

export function putCue(document: QuizDocument, stop: VideoStop, cue: Cue): QuizDocument {
    return withCues(
        document,
        stop,
        stop.cues.map((other) => (other.id === cue.id ? cue : other)),
    );
}

/** The same asked once more, at another time. */
export function copiedCue(cue: Cue, at: number): Cue {
    return { ...withNewIds(cue), at: tenth(at) };
}

/** What is asked, noted or headed at a moment, in a few words; nothing where nothing was written yet. */
export function cueName(cue: Cue): string {
    return cue.kind === 'question' ? promptText(cue.question) : nameOf(cue.text);
}

/** A stretch of a video that somewhere in the quiz answers a slip. */
export interface ShownClip {
    rung: string;
    name: string;
    clip: Clip;
}

/** The stretches of a video that rungs of the quiz show. */
export function clipsOf(document: QuizDocument, medium: string): ShownClip[] {
    const found: ShownClip[] = [];
    const visit = (value: unknown) => {
        if (Array.isArray(value)) {
            value.forEach(visit);
        } else if (typeof value === 'object' && value !== null) {
            const node = value as { id?: string; kind?: string; clip?: Clip; title?: string; cues?: unknown };
            if (node.kind === 'video' && node.cues === undefined && node.clip?.media === medium && node.id !== undefined) {
                found.push({ rung: node.id, name: rungName(node as Parameters<typeof rungName>[0]), clip: node.clip });
            }
            Object.values(node).forEach(visit);
        }
    };
    visit(document);
    return found;
}

/** Another stretch for a rung. */
export function putClip(document: QuizDocument, rung: string, clip: Clip): QuizDocument {
    const place = nodeIn(document, rung) === undefined ? null : find(document, rung);
    return place?.kind !== 'rung'
        ? document
        : putLadder(
              document,
              place,
              ladderAt(place).map((other) => (other.id === rung && other.kind === 'video' ? { ...other, clip } : other)),
          );
}
