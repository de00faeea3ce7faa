import type { Sitting } from '../../api/types';
import { say } from '../../words/words';

/** What the one large key does, in a few words; where it leads is told by name beside them. */
export function nextWords({ phase }: Sitting, { kind, place }: NonNullable<Sitting['next']>): string {
    if (kind !== 'stands' || place === null) {
        return say('teacher.board.next', { kind: kind === 'let-go' ? 'alone' : kind });
    }
    const part = place.cue !== null ? 'cue' : place.back ? 'back' : phase === 'gathering' ? 'first' : 'stop';
    return say('teacher.board.go-to', { number: place.number, part });
}
