<?php

declare(strict_types=1);

use HiddenLadder\App\Http\Controllers\HealthController;
use HiddenLadder\App\Http\Controllers\MediaFileController;
use Illuminate\Support\Facades\Route;

// Asked by whoever watches over the server: without session or anything else of a person.
Route::get('health', HealthController::class)->withoutMiddleware('web');

Route::get('media/{medium}', [MediaFileController::class, 'file']);
Route::get('media/{medium}/captions', [MediaFileController::class, 'captions']);

// The student's application: class door, own page, player. It never loads the teacher's bundle.
Route::view('join/{phrase?}', 'page', ['bundle' => 'student']);
Route::view('me', 'page', ['bundle' => 'student']);
Route::view('walk/{round}', 'page', ['bundle' => 'student']);

Route::view('{path?}', 'page', ['bundle' => 'teacher'])->where('path', '(?!api/|build/).*');
