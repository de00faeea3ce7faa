import type { Terms, WayIn } from '../api/types';

/** What of a task is said when it is given and can be changed afterwards; times as a field has them, in this device's zone. */
export interface TaskMembers {
    opensAt: string;
    dueAt: string;
    closesAt: string;
    optional: boolean;
    weight: number;
    unit: string;
    note: string;
    wayIn: WayIn | null;
    password: string;
}

const nothingSaid: TaskMembers = {
    opensAt: '',
    dueAt: '',
    closesAt: '',
    optional: false,
    weight: 1,
    unit: '',
    note: '',
    wayIn: null,
    password: '',
};

/** What was filled in so far, so that a quiz can be made in between. */
export interface Giving {
    quiz: string;
    classes: string[];
    byLink: boolean;
    students: string[];
    /** Null: as the quiz suggests. */
    terms: Terms | null;
    members: TaskMembers;
    /** It is a follow-up: of which task, and for what. */
    follows: { task: string; need: string } | null;
}

const KEY = 'giving';

export const freshGiving: Giving = {
    quiz: '',
    classes: [],
    byLink: false,
    students: [],
    terms: null,
    members: nothingSaid,
    follows: null,
};

/** What was filled in before in this tab; for a class or a quiz that one comes from, these. */
export function keptGiving(group: string | null, quiz: string | null): Giving {
    const kept = read();
    if (group !== null && !kept.classes.includes(group)) {
        return { ...freshGiving, classes: [group], quiz: quiz ?? '' };
    }
    return quiz !== null && kept.quiz !== quiz ? { ...freshGiving, quiz, classes: group === null ? [] : [group] } : kept;
}

export function keepGiving(giving: Giving): void {
    try {
        sessionStorage.setItem(KEY, JSON.stringify(giving));
    } catch {
        // It is filled in again.
    }
}

export function forgetGiving(): void {
    try {
        sessionStorage.removeItem(KEY);
    } catch {
        // Nothing was kept.
    }
}

function read(): Giving {
    try {
        return { ...freshGiving, ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Giving>) };
    } catch {
        return freshGiving;
    }
}
