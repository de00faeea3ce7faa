import type { Finish, QuizDocument, Rung, Stop } from '../api/types';
import { showsOptions } from '../quiz/kinds';
import { conditionWords, entryName, letter, promptText } from '../quiz/names';
import { entriesOf, laddersOf, questionsOf } from '../quiz/places';
import { say } from '../words/words';

/** What the picture is drawn from: columns on the ground line, what hangs below each, and the arcs above. */

interface LadderDrawing {
    /** Whose ladder, in a few words; empty for the one under any slip. */
    label: string;
    rungs: Rung[];
}

interface Section {
    /** The cue it hangs under, for a video. */
    cue: { id: string; at: number; text: string } | null;
    question: string;
    ladders: LadderDrawing[];
}

export interface Column {
    id: string;
    stop: Stop | null;
    finish: Finish | null;
    /** Number on the path from 1; none for side stops and finishes. */
    number: number | null;
    side: boolean;
    sections: Section[];
}

export interface Arc {
    from: number;
    to: number;
    label: string;
    right: boolean;
    /** Where it leads, in a word: a stop by its number. */
    goal: string;
}

/** A ladder with what hangs under its simpler questions, in the order in which one goes down it. */
function deep(rungs: Rung[]): Rung[] {
    return rungs.flatMap((rung) =>
        rung.kind === 'question' ? [rung, ...laddersOf(rung.question).flatMap((ladder) => deep(ladder.rungs))] : [rung],
    );
}

/** What hangs below a stop. The questions of a drill or a staircase are too many to draw one by one. */
function sections(stop: Stop): Section[] {
    if (stop.kind === 'drill') {
        return [];
    }
    if (stop.kind === 'staircase') {
        return stop.ladder.length === 0
            ? []
            : [{ cue: null, question: stop.id, ladders: [{ label: say('cutaway.model.at-the-easiest-level'), rungs: stop.ladder }] }];
    }
    return questionsOf(stop).map(({ question, cue }) => ({
        cue: cue === null ? null : { id: cue.id, at: cue.at, text: promptText(question) },
        question: question.id,
        ladders: laddersOf(question)
            .filter((ladder) => ladder.rungs.length > 0)
            .map(({ entry, rungs }) => ({
                label: entry === null ? '' : say('cutaway.model.after', { entryName: entryName(entry, question.kind) }),
                rungs: deep(rungs),
            })),
    }));
}

/** A stop or a finish that did not change has the same column, so that it need not be drawn again. */
const drawn = new WeakMap<Stop | Finish, Column>();

function columnOf(of: Stop | Finish, column: Omit<Column, 'sections'>): Column {
    const known = drawn.get(of);
    if (known !== undefined && known.number === column.number) {
        return known;
    }
    const made = { ...column, sections: column.stop === null ? [] : sections(column.stop) };
    drawn.set(of, made);
    return made;
}

export function columns(document: QuizDocument): Column[] {
    const column = (stop: Stop, number: number | null) =>
        columnOf(stop, { id: stop.id, stop, finish: null, number, side: number === null });
    return [
        ...document.stops.map((stop, index) => column(stop, index + 1)),
        ...document.finishes.map((finish) => columnOf(finish, { id: finish.id, stop: null, finish, number: null, side: false })),
        ...document.sideStops.map((stop) => column(stop, null)),
    ];
}

export function arcs(all: Column[]): Arc[] {
    const position = new Map(all.map((column, index) => [column.id, index]));
    const found: Arc[] = [];
    const goal = (to: number) => {
        const column = all[to];
        return column?.number == null ? say(column?.side === true ? 'cutaway.side-stop' : 'cutaway.finish') : `${column.number}`;
    };
    for (const [from, column] of all.entries()) {
        for (const { question } of column.stop === null ? [] : questionsOf(column.stop)) {
            for (const [index, entry] of entriesOf(question).entries()) {
                const to = entry.fork === null ? undefined : position.get(entry.fork);
                if (to !== undefined) {
                    found.push({
                        from,
                        to,
                        label: showsOptions(question.kind) ? letter(index) : entryName(entry, question.kind),
                        right: entry.right,
                        goal: goal(to),
                    });
                }
            }
        }
        for (const fork of column.stop?.forks ?? []) {
            const to = position.get(fork.to);
            if (to !== undefined) {
                found.push({
                    from,
                    to,
                    label: conditionWords(fork.when),
                    right: fork.when.kind === 'result' && fork.when.result === 'right',
                    goal: goal(to),
                });
            }
        }
    }
    return found;
}

/** What can be selected in a column, from the top down. */
export function nodes(column: Column): string[] {
    return [
        column.id,
        ...column.sections.flatMap((section) => [
            ...(section.cue === null ? [] : [section.cue.id]),
            ...section.ladders.flatMap((ladder) => ladder.rungs.map((rung) => rung.id)),
        ]),
    ];
}

/** Where an arrow key leads from a node. */
export function neighbour(all: Column[], id: string, key: string): string {
    const at = all.findIndex((column) => nodes(column).includes(id));
    const here = all[at];
    if (here === undefined) {
        return all[0]?.id ?? id;
    }
    const depth = nodes(here).indexOf(id);
    switch (key) {
        case 'ArrowDown':
            return nodes(here)[depth + 1] ?? id;
        case 'ArrowUp':
            return nodes(here)[depth - 1] ?? id;
        case 'ArrowRight':
            return all[at + 1]?.id ?? id;
        case 'ArrowLeft':
            return all[at - 1]?.id ?? id;
        case 'Home':
            return all[0]?.id ?? id;
        case 'End':
            return all[all.length - 1]?.id ?? id;
        default:
            return id;
    }
}
