<!doctype html>
<html lang="en">
<body style="margin:0;padding:24px;background:#faf7f2;color:#2a2226;font:15px/1.5 sans-serif">
    <div style="max-width:520px;margin:0 auto;padding:22px 26px;background:#fffdfa;border:1px solid #e6ded4;border-left:6px solid #5a2346;border-radius:10px">
        <h1 style="margin:0 0 8px;font:600 22px/1.3 Georgia,serif">{{ $note->title }}</h1>
        @foreach ($note->lines as $line)
            <p style="margin:3px 0">{{ $line }}</p>
        @endforeach
        <p style="margin:18px 0 0">
            @foreach ($note->presses as $press)
                <a href="{{ $press['url'] }}" style="display:inline-block;margin:0 6px 6px 0;padding:7px 14px;border:1px solid #5a2346;border-radius:8px;color:#5a2346;text-decoration:none">{{ $press['words'] }}</a>
            @endforeach
        </p>
    </div>
</body>
</html>
