<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <title>Plum Rota</title>
    <style nonce="{{ Vite::cspNonce() }}">
        body { margin: 0; padding: 12vh 24px; background: #faf7f2; color: #2a2226; font: 16px/1.5 sans-serif; text-align: center; }
        h1 { font: 600 24px/1.3 Georgia, serif; }
        button { padding: 9px 20px; border: 0; border-radius: 8px; background: #5a2346; color: #fbf3f8; font: inherit; }
        @media (prefers-color-scheme: dark) { body { background: #1d1119; color: #f1e7ec; } }
    </style>
</head>
<body>
    <h1>{{ $title ?? 'Plum Rota' }}</h1>
    @if ($state === 'ask')
        <form method="post" action="{{ $url }}"><p data-state="ask">{{ ucfirst($words) }}?</p><button>Yes, {{ $words }}</button></form>
    @elseif ($state === 'done')
        <p data-state="done">{{ ucfirst($words) }}. That is noted.</p>
    @elseif ($state === 'answered')
        <p data-state="answered">This was answered already.</p>
    @else
        <p data-state="gone">This is not there any more.</p>
    @endif
</body>
</html>
