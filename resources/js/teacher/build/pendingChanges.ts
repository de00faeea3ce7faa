import type { Edit } from '../../quiz/edits';

/** A change that the server has not acknowledged yet. */
export interface Pending {
    id: string;
    label: string;
    edits: Edit[];
}

/** A page that has not been heard of for so long is taken for closed, in milliseconds. */
const SILENT = 15_000;

const prefix = (quiz: string) => `changes-${quiz}-`;
const aliveName = (page: string) => `alive-${page}`;

/**
 * Changes of a quiz that wait on this device, a list for each page that is open: no page writes over what another has not
 * sent. What a page left behind that was closed or crashed is taken over by the next one; each change is taken once by the
 * server, however often it is sent.
 */
export class WaitingChanges {
    private readonly name: string;

    private stored = false;

    constructor(
        private readonly quiz: string,
        private readonly page: string,
    ) {
        this.name = prefix(quiz) + page;
    }

    /** A full or forbidden store keeps nothing; what is changed is sent all the same. */
    keep(changes: Pending[]): void {
        try {
            if (changes.length === 0) {
                localStorage.removeItem(this.name);
            } else {
                localStorage.setItem(this.name, JSON.stringify(changes));
            }
            this.stored = changes.length > 0;
        } catch {
            this.stored = false;
        }
    }

    /** Another page took this one for closed, and sends what it had: nothing may be added to those changes any more. */
    isTakenOver(): boolean {
        try {
            return this.stored && localStorage.getItem(this.name) === null;
        } catch {
            return false;
        }
    }

    isHere(): void {
        try {
            localStorage.setItem(aliveName(this.page), String(Date.now()));
        } catch {
            // Then nobody can take over anything either.
        }
    }

    leaves(): void {
        try {
            localStorage.removeItem(aliveName(this.page));
        } catch {
            // As above.
        }
    }

    /** What pages left behind that are not open any more; it is this page's from now on. */
    takeOver(): Pending[] {
        const found: Pending[] = [];
        try {
            const names = Object.keys(localStorage).filter((name) => name.startsWith(prefix(this.quiz)) && name !== this.name);
            for (const name of names) {
                const heard = Number(localStorage.getItem(aliveName(name.slice(prefix(this.quiz).length))) ?? 0);
                if (Date.now() - heard > SILENT) {
                    found.push(...read(localStorage.getItem(name)));
                    localStorage.removeItem(name);
                }
            }
        } catch {
            // Nothing can be kept here, so nothing was.
        }
        return found;
    }
}

function read(text: string | null): Pending[] {
    try {
        const changes: unknown = JSON.parse(text ?? '[]');
        return Array.isArray(changes) ? (changes as Pending[]) : [];
    } catch {
        return [];
    }
}
