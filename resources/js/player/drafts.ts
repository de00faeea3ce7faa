import type { Answer } from '../api/types';

const PREFIX = 'draft-';

/** Where what is being typed at a question of a round is kept on the device. */
export function draftOf(round: string, question: string): string {
    return `${PREFIX}${round}-${question}`;
}

/** What was typed and not sent; null where there is nothing, or the device keeps nothing. */
export function readDraft(draft: string | null): Answer | null {
    try {
        return draft === null ? null : (JSON.parse(localStorage.getItem(draft) ?? 'null') as Answer | null);
    } catch {
        return null;
    }
}

export function keepDraft(draft: string | null, answer: Answer | null): void {
    try {
        if (draft !== null) {
            answer === null ? localStorage.removeItem(draft) : localStorage.setItem(draft, JSON.stringify(answer));
        }
    } catch {
        // A full or forbidden store: the draft lives as long as the page.
    }
}

/** Whoever leaves a device leaves nothing half written on it for the next. */
export function forgetDrafts(): void {
    try {
        for (const key of Object.keys(localStorage)) {
            if (key.startsWith(PREFIX)) {
                localStorage.removeItem(key);
            }
        }
    } catch {
        // A store that cannot be used holds none.
    }
}
