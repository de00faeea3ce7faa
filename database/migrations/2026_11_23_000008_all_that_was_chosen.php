<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    /** What rounds say for the evidence now holds every option chosen; the first look makes it anew from the events. */
    public function up(): void
    {
        DB::table('rounds')->update(['course' => null]);
        Schema::table('rounds', static function (Blueprint $table): void {
            // Whether anything is new in a task is asked often.
            $table->index(['assignment_id', 'moved_at']);
        });
    }

    public function down(): void
    {
        Schema::table('rounds', static function (Blueprint $table): void {
            $table->dropIndex(['assignment_id', 'moved_at']);
        });
    }
};
