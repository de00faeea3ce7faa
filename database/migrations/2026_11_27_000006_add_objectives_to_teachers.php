<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('teachers', static function (Blueprint $table): void {
            // The list that the teacher keeps: unit, code and words of each.
            $table->json('objectives')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('teachers', static function (Blueprint $table): void {
            $table->dropColumn('objectives');
        });
    }
};
