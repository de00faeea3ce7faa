<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Where rounds were upgraded before there was evidence; since then the upgrade itself adds it.
        if (Schema::hasColumn('rounds', 'course')) {
            return;
        }
        Schema::table('rounds', static function (Blueprint $table): void {
            // What its events say for the evidence. Derived from them; `rounds:rebuild` makes it anew, and so does the first look
            // at the evidence where it is not there yet.
            $table->longText('course')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('rounds', static function (Blueprint $table): void {
            $table->dropColumn('course');
        });
    }
};
