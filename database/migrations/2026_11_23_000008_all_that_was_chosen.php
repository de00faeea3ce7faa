<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What rounds say for the evidence now holds every option chosen; the first look makes it anew from the events. */
    public function up(): void
    {
        DB::table('rounds')->update(['course' => null]);
    }
};
