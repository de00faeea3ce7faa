import type { LookoutStudent, QuizDocument } from '../../api/types';
import { find } from '../../quiz/places';
import { useNow } from '../../ui/useNow';
import { listed, say } from '../../words/words';

/** Minutes without anything new after which somebody has been still for long. */
const LONG = 4;

/** So many are named at most; the rest are counted. */
const MOST = 6;

/** Whoever did nothing for a lesson is not at work any more. */
const AWAY = 45;

/** Who is at work just now, and who has been still for long, longest first, with where they are. */
export function Still({
    document,
    students,
    names,
}: {
    document: QuizDocument;
    students: LookoutStudent[];
    /** Under the cover of the names they are only counted. */
    names: boolean;
}) {
    const now = useNow(15_000);
    const here = students
        .flatMap((student) =>
            student.round === null || student.round.finishedAt !== null
                ? []
                : [{ student, minutes: Math.floor((now - Date.parse(student.round.movedAt)) / 60_000) }],
        )
        .filter(({ minutes }) => minutes < AWAY);
    // The picture is of the newest edition; a round goes on on its own.
    const elsewhere = here.filter(({ student }) => {
        const at = student.round?.path.at(-1)?.id;
        return at !== undefined && find(document, at) === null;
    });
    const still = here.filter(({ minutes }) => minutes >= LONG).sort((one, other) => other.minutes - one.minutes);
    return (
        <p className="text-sm" data-still>
            {say('teacher.task.at-work', { n: here.length })}
            {still.length > 0 && (
                <>
                    {' · '}
                    <span className="font-semibold text-yet">{say('teacher.task.still-for-long', { n: still.length })}</span>{' '}
                    {names &&
                        listed([
                            ...still
                                .slice(0, MOST)
                                .map(({ student, minutes }) =>
                                    say('teacher.task.still-at', { name: student.name, minutes, place: placeOf(document, student) }),
                                ),
                            ...(still.length > MOST ? [say('teacher.task.more', { n: still.length - MOST })] : []),
                        ])}
                </>
            )}
            {elsewhere.length > 0 && (
                <>
                    {' · '}
                    {say('teacher.task.at-a-stop-that-is-gone', { n: elsewhere.length })}
                    {names && ` ${listed(elsewhere.map(({ student }) => student.name))}`}
                </>
            )}
        </p>
    );
}

/** By the number of the stop; nothing where it is no stop of the path. */
function placeOf(document: QuizDocument, student: LookoutStudent): string {
    const stop = student.round?.path[0]?.id;
    const place = stop === undefined ? null : find(document, stop);
    const number = place === null ? -1 : document.stops.findIndex(({ id }) => id === stop);
    return number < 0 ? 'none' : String(number + 1);
}
