import { Switch as Radix } from 'radix-ui';
import { useId } from 'react';

/** Something that is on or off at once, with its words beside it. */
export function Switch({ label, checked, onChange }: { label: string; checked: boolean; onChange: (on: boolean) => void }) {
    const id = useId();
    return (
        <div className="flex items-center gap-2">
            <Radix.Root
                id={id}
                checked={checked}
                onCheckedChange={onChange}
                className="relative h-6 w-11 rounded-full border border-edge bg-sheet data-[state=checked]:border-ink data-[state=checked]:bg-ink"
            >
                <Radix.Thumb className="block size-4 translate-x-1 rounded-full bg-edge transition-transform duration-150 data-[state=checked]:translate-x-[22px] data-[state=checked]:bg-paper" />
            </Radix.Root>
            <label htmlFor={id} className="text-sm font-semibold">
                {label}
            </label>
        </div>
    );
}
