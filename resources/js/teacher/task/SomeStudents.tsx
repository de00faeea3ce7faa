import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

/** Only some of the class: nobody marked is everybody. */
export function SomeStudents({ group, chosen, onChange }: { group: string; chosen: string[]; onChange: (students: string[]) => void }) {
    const [open, setOpen] = useState(chosen.length > 0);
    const found = useQuery({
        queryKey: ['class', group],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: group } } })),
        enabled: open,
    });
    return open ? (
        <fieldset>
            <legend className="mb-1 text-sm font-semibold">{say('teacher.give.only-for', { n: chosen.length })}</legend>
            <div className="grid max-h-56 gap-x-4 overflow-y-auto sm:grid-cols-3">
                {found.data?.roster.map((student) => (
                    <label key={student.id} className="flex min-h-9 items-center gap-2">
                        <input
                            type="checkbox"
                            className="size-4 accent-accent"
                            checked={chosen.includes(student.id)}
                            onChange={(event) =>
                                onChange(event.currentTarget.checked ? [...chosen, student.id] : chosen.filter((id) => id !== student.id))
                            }
                        />
                        {student.name}
                    </label>
                ))}
            </div>
        </fieldset>
    ) : (
        <Button className="w-fit" onClick={() => setOpen(true)}>
            {say('teacher.give.only-for-some')}
        </Button>
    );
}
