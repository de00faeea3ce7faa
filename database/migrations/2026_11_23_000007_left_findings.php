<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('quizzes', static function (Blueprint $table): void {
            // Keys of what the inspection found and the teacher left as it is.
            $table->text('left_findings')->nullable();
        });
    }

    public function down(): void
    {
        Schema::table('quizzes', static function (Blueprint $table): void {
            $table->dropColumn('left_findings');
        });
    }
};
