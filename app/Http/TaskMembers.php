<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use Carbon\CarbonImmutable;
use HiddenLadder\App\Models\WayIn;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** What of a task is said when it is given and can be changed afterwards, as it is sent. */
final class TaskMembers
{
    private const TIMES = ['opensAt' => 'opens_at', 'dueAt' => 'due_at', 'closesAt' => 'closes_at'];

    /** @return array<string, list<mixed>> rules for each member; all may be missing */
    public static function rules(): array
    {
        return [
            'opensAt' => ['nullable', 'date'], 'dueAt' => ['nullable', 'date'], 'closesAt' => ['nullable', 'date'],
            'optional' => ['boolean'], 'weight' => ['numeric', 'min:0', 'max:100'], 'unit' => ['nullable', 'string', 'max:120'],
            'note' => ['nullable', 'string', 'max:500'], 'wayIn' => [Rule::enum(WayIn::class)],
            'password' => ['nullable', 'string', 'max:60'],
        ];
    }

    /**
     * Those that were sent, as the table has them; the unit is named, and found by whoever asks.
     *
     * @return array<string, mixed>
     */
    public static function of(Request $request): array
    {
        $members = [];
        foreach (self::times($request) as $name => $time) {
            $members[self::TIMES[$name]] = $time;
        }
        if ($request->has('optional')) {
            $members['optional'] = $request->boolean('optional');
        }
        if ($request->has('weight')) {
            $members['weight'] = $request->float('weight');
        }
        if ($request->has('note')) {
            $members['note'] = trim($request->string('note')->value());
        }
        if ($request->has('wayIn')) {
            $members['way_in'] = $request->enum('wayIn', WayIn::class);
        }
        if ($request->has('password')) {
            $password = trim($request->string('password')->value());
            $members['password'] = $password === '' ? null : $password;
        }

        return $members;
    }

    /** @return array<'opensAt'|'dueAt'|'closesAt', ?CarbonImmutable> those that were sent, in UTC */
    public static function times(Request $request): array
    {
        $times = [];
        foreach (array_keys(self::TIMES) as $name) {
            if ($request->has($name)) {
                $times[$name] = self::time($request->input($name));
            }
        }

        return $times;
    }

    private static function time(mixed $written): ?CarbonImmutable
    {
        return is_string($written) && $written !== '' ? CarbonImmutable::parse($written)->utc() : null;
    }
}
