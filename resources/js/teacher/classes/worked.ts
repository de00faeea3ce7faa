import type { RecordCell } from '../../api/types';
import { near } from '../../ui/time';
import { say } from '../../words/words';

/** What a student did in a task, in a line of words. */
export function workedInWords(cell: RecordCell, givenAt: string, time: (iso: string) => string = near): string {
    if (cell.rounds === 0) {
        return say('teacher.record.not-begun', { missing: cell.missing ? 'yes' : 'no' });
    }
    return say('teacher.record.worked', {
        rounds: cell.rounds,
        answered: cell.answered,
        commented: cell.commented,
        when: time(cell.endedAt ?? cell.beganAt ?? givenAt),
        ended: cell.endedAt === null ? 'no' : 'yes',
        late: cell.late ? 'yes' : 'no',
        provisional: cell.provisional ? 'yes' : 'no',
    });
}
