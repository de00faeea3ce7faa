import type { Evidence, QuizDocument, TaskRounds } from '../../api/types';
import { questionName } from '../../quiz/names';
import { standingWords } from '../../ui/Standing';
import { dateOf, type Sheet } from '../../ui/sheets';
import { say } from '../../words/words';

const columns = (...of: string[]) => of.map((one) => say('teacher.record.column', { of: one }));

/** A task as sheets: every round with its beginning and its end, how each student stands at each question, and the questions. */
export function taskSheets(document: QuizDocument, { rounds, students }: TaskRounds, evidence: Evidence): Sheet[] {
    const people = [say('teacher.roster.family-name'), say('teacher.roster.given-name')];
    const questions = evidence.questions.map(({ question }) => question);
    const rows = new Map(evidence.rows.map((row) => [row.student, row]));
    return [
        {
            name: say('teacher.record.sheet', { of: 'rounds' }),
            head: [...people, ...columns('round', 'began', 'ended', 'score', 'done', 'answered', 'commented', 'unread')],
            rows: rounds.map((round) => {
                const student = students[round.student];
                return [
                    student?.family ?? '',
                    student?.given ?? '',
                    round.number,
                    dateOf(round.beganAt),
                    dateOf(round.endedAt),
                    round.score,
                    round.done,
                    round.answered,
                    round.commented,
                    round.unread,
                ];
            }),
            frozen: 2,
            shares: [5, 6],
        },
        {
            name: say('teacher.record.sheet', { of: 'standings' }),
            head: [...people, ...questions.map((question) => questionName(document, question))],
            rows: Object.entries(students).map(([id, student]) => [
                student.family,
                student.given,
                ...questions.map((question) => {
                    const standing = rows.get(id)?.standings[question];
                    return standing === undefined ? null : (standingWords[standing as keyof typeof standingWords] ?? null);
                }),
            ]),
            frozen: 2,
        },
        {
            name: say('teacher.record.sheet', { of: 'questions' }),
            head: columns('question', 'n', 'at_once', 'after_help', 'tries', 'seconds', 'item_rest', 'upper_lower'),
            rows: evidence.questions.map(({ question, atOnce, afterHelp, tries, seconds, itemRest, upperLower }) => [
                questionName(document, question),
                atOnce.of,
                atOnce.of === 0 ? null : atOnce.count / atOnce.of,
                afterHelp.of === 0 ? null : afterHelp.count / afterHelp.of,
                tries,
                seconds?.median ?? null,
                itemRest,
                upperLower,
            ]),
            frozen: 1,
            shares: [2, 3],
        },
    ];
}
