<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http;

use HiddenLadder\App\Accounts\Door;
use Illuminate\Http\Request;

/**
 * Before any account is looked for: tries are counted by device, and for devices that nobody has come in on yet by address too. So a
 * child with a script shuts their own device out, and not their school.
 */
final readonly class Threshold
{
    /** @param  list<Door>  $doors */
    private function __construct(private array $doors)
    {
    }

    public static function of(Request $request, string $what): self
    {
        $device = Device::of($request);
        $doors = $device === null ? [] : [Door::ofDevice($what, $device)];

        return new self($device !== null && Device::isKnown($device) ? $doors : [...$doors, Door::ofAddress($what, $request->ip())]);
    }

    /** A guest comes: those without a cookie share what their address has. */
    public static function ofGuest(Request $request): self
    {
        $device = Device::of($request);

        return new self([$device === null ? Door::ofGuestsWithoutCookie($request->ip()) : Door::ofDevice('guests', $device)]);
    }

    /** @throws \HiddenLadder\App\Rejected while one of the doors is shut */
    public function knock(): void
    {
        foreach ($this->doors as $door) {
            $door->knock();
        }
    }

    /** The last try did not fail. */
    public function opened(): void
    {
        foreach ($this->doors as $door) {
            $door->opened();
        }
    }
}
