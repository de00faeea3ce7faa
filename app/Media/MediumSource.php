<?php

declare(strict_types=1);

namespace HiddenLadder\App\Media;

/** Where a medium is loaded from. */
enum MediumSource: string
{
    /** Our own folder. */
    case File = 'file';
    /** An address of a host that whoever runs the server has listed. */
    case Address = 'address';
    /** The player of a service. */
    case Service = 'service';
}
