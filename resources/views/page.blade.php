<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Plum Rota</title>
    <meta name="color-scheme" content="light dark">
    <link rel="icon" href="/plum.svg" type="image/svg+xml">
    {{-- The frame of the page, for as long as its scripts are on their way over a slow line. --}}
    <style nonce="{{ Vite::cspNonce() }}">
        body { margin: 0; }
        .frame { min-height: 100vh; background: #faf7f2; color: #6a5f66; font: 13px/1.4 system-ui, sans-serif; }
        .frame header { height: 52px; padding: 0 20px; background: #35132b; color: #fbf3f8; font: 600 22px/52px Georgia, serif; }
        .frame p { margin: 0; padding: 16px 20px; border-bottom: 1px solid #e6ded4; background: #fffdfa; }
        @media (prefers-color-scheme: dark) {
            .frame { background: #1d1119; color: #b8a9b2; }
            .frame header { background: #2a1022; }
            .frame p { border-color: #3d2b37; background: #261822; }
        }
    </style>
    @vite('resources/js/main.ts')
</head>
<body>
    <div id="page"><div class="frame"><header>Plum Rota</header><p role="status">Laying out your days…</p></div></div>
    <noscript>Plum Rota needs JavaScript to show your week.</noscript>
</body>
</html>
