<!doctype html>
<html lang="{{ app()->getLocale() }}">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1, viewport-fit=cover">
    <meta name="color-scheme" content="light dark">
    <title>Hidden Ladder</title>
    <link rel="icon" href="/icon.svg" type="image/svg+xml">
    @vite(["resources/words/".app()->getLocale()."/$bundle.words", "resources/js/$bundle/main.tsx", ...($place === null ? [] : ["resources/js/$place.tsx"])])
</head>
<body>
    <div id="app">
        {{-- What is known before anything has loaded; nothing of a person. --}}
        <main class="first-paint">
            <p class="first-paint-name">Hidden Ladder</p>
            <p>{{ $said('page.one-moment') }}</p>
        </main>
    </div>
    <noscript>{{ $said('page.needs-javascript') }}</noscript>
</body>
</html>
