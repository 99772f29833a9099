<?php

declare(strict_types=1);

// A mail server that can be well, refuse or hang (RFC 5321): php MailServer.php PORT FILE MODE. What it takes it notes in FILE.
[, $port, $file, $mode] = $argv;
$server = stream_socket_server("tcp://127.0.0.1:{$port}") ?: exit(1);
while (($client = @stream_socket_accept($server, 3600)) !== false) {
    if ($mode === 'hangs') {
        $held[] = $client;

        continue;
    }
    fwrite($client, "220 here\r\n");
    $isData = false;
    $letter = '';
    while (($line = fgets($client)) !== false) {
        if ($isData) {
            $letter .= $line;
            if (rtrim($line) !== '.') {
                continue;
            }
            $isData = false;
            preg_match('/^Message-ID: *<?([^>\s]+)/mi', $letter, $id);
            file_put_contents($file, ($id[1] ?? 'none')."\n", FILE_APPEND);
            fwrite($client, "250 taken\r\n");

            continue;
        }
        $word = strtoupper(substr($line, 0, 4));
        if ($word === 'DATA') {
            $isData = true;
            $letter = '';
        }
        fwrite(
            $client,
            match (true) {
                $word === 'RCPT' && $mode === 'refuses' => "550 not here\r\n",
                $word === 'DATA' => "354 go on\r\n",
                $word === 'QUIT' => "221 bye\r\n",
                default => "250 yes\r\n",
            },
        );
        if ($word === 'QUIT') {
            break;
        }
    }
    fclose($client);
}
