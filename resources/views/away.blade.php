<!doctype html>
<html lang="{{ app()->getLocale() }}">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    {{-- It comes by itself once the server is there again. --}}
    <meta http-equiv="refresh" content="5">
    <title>Hidden Ladder</title>
</head>
<body>
    <main>
        <h1>{{ $said('page.away') }}</h1>
        <p>{{ $said('page.away-more') }}</p>
    </main>
</body>
</html>
