import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import { PersonActs } from '../../ui/PersonActs';
import { say } from '../../words/words';

/** What teachers did to students whom others share, for the keepers: the newest first. */
export function SharedStudentsLog() {
    const acts = useQuery({ queryKey: ['person-acts'], queryFn: () => take(client.GET('/school/person-acts')) });
    if (acts.data === undefined || acts.data.length === 0) {
        return null;
    }
    return (
        <section aria-labelledby="shared-log" className="mt-8">
            <h2 id="shared-log" className="mb-2 text-xl">
                {say('teacher.person-acts.shared-students')}
            </h2>
            <PersonActs acts={acts.data} refresh="person-acts" log />
        </section>
    );
}
