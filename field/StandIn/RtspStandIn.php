<?php

declare(strict_types=1);

namespace Vorhut\Field\StandIn;

use Amp\Socket\ServerSocket;
use Amp\Socket\Socket;
use Amp\TimeoutCancellation;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Media\FrameRate;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Setting\Settings;
use Vorhut\Field\Net\Nonces;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Rtsp\LabViewer;
use Vorhut\Field\Rtsp\RtspRequest;
use Vorhut\Field\Rtsp\RtspSession;
use Vorhut\Field\Sip\Digest;

/** A camera that is asked for its stream: describes it to anybody it knows, sets it up by UDP or on the connection, plays (RFC 2326). */
final class RtspStandIn implements ServiceStandIn
{
    private const PORT = 554;
    private const REALM = 'vorhut-lab';
    private const MAX_BYTES = 16384;
    /** Seconds without a request after which a connection that plays nothing ends. */
    private const IDLE = 60;
    private const METHODS = 'OPTIONS, DESCRIBE, SETUP, PLAY, PAUSE, GET_PARAMETER, TEARDOWN';

    private ?ServerSocket $server = null;

    /** @var array<string, RtspSession> */
    private array $sessions = [];

    /**
     * @param float $kbps of its stream, as planned
     * @param float $pictures a second, as planned
     */
    public function __construct(
        private readonly ServiceSite $site,
        private readonly float $kbps = 0.0,
        private readonly float $pictures = RtspSession::PICTURES,
        private readonly Nonces $nonces = new Nonces(),
    ) {}

    public static function at(ServiceSite $site): ?self
    {
        if (!$site->is(Protocol::Tcp, self::PORT)) {
            return null;
        }
        $settings = new Settings($site->lab->job);

        return new self(
            site: $site,
            kbps: (new FlowRates($site->lab->job, $settings))->media($site->device),
            pictures: FrameRate::planned($settings, $site->device) ?? RtspSession::PICTURES,
        );
    }

    public function start(): void
    {
        $this->server = $this->site->lab->sockets->listen($this->site->address, $this->site->port);
        $this->site->lab->crowd->take($this->server, $this->serve(...));
    }

    public function stop(): void
    {
        $this->server?->close();
        foreach ($this->sessions as $session) {
            $session->end();
        }
        $this->sessions = [];
    }

    private function serve(Socket $socket): void
    {
        $own = [];
        try {
            $from = explode(':', $socket->getRemoteAddress()->toString())[0];
            if (!$this->site->answers($from)) {
                return;
            }
            $text = '';
            while (null !== ($part = $socket->read(new TimeoutCancellation(self::IDLE)))) {
                $text .= $part;
                while (null !== ($request = RtspRequest::first($text))) {
                    $socket->write($this->answer($request, $socket, $from, $own));
                }
                if (\strlen($text) > self::MAX_BYTES) {
                    return;
                }
            }
        } catch (\Amp\CancelledException|\Amp\ByteStream\StreamException) {
            // A viewer that is slow or gone costs nobody else anything.
        } finally {
            foreach ($own as $session) {
                $session->end();
                unset($this->sessions[$session->id]);
            }
        }
    }

    /** @param list<RtspSession> $own sessions that end with the connection */
    private function answer(RtspRequest $request, Socket $socket, string $from, array &$own): string
    {
        if (\in_array($request->method, ['DESCRIBE', 'SETUP'], true) && !$this->isProven($request)) {
            return $this->challenge($request);
        }

        return match ($request->method) {
            '' => self::said($request, '400 Bad Request'),
            'OPTIONS' => self::said($request, '200 OK', ['Public' => self::METHODS]),
            'DESCRIBE' => $this->describe($request),
            'SETUP' => $this->setUp($request, $socket, $from, $own),
            'PLAY', 'PAUSE', 'TEARDOWN', 'GET_PARAMETER' => $this->steer($request),
            default => self::said($request, '501 Not Implemented', ['Public' => self::METHODS]),
        };
    }

    private function challenge(RtspRequest $request): string
    {
        $challenge = Digest::challenge(self::REALM, $this->nonces->make());
        $isStale = $this->nonces->isOurs(Digest::fields($request->header('authorization'))['nonce'] ?? '');

        return self::said($request, '401 Unauthorized', ['WWW-Authenticate' => $challenge.($isStale ? ', stale=true' : '')]);
    }

    private function describe(RtspRequest $request): string
    {
        $headers = ['Content-Type' => 'application/sdp', 'Content-Base' => rtrim($request->uri, '/').'/'];

        return self::said($request, '200 OK', $headers, RtspSession::described($this->site->address));
    }

    private function steer(RtspRequest $request): string
    {
        $session = $this->sessions[strtok($request->header('session'), ';')] ?? null;
        if (null === $session) {
            return self::said($request, '454 Session Not Found');
        }
        switch ($request->method) {
            case 'PLAY':
                $session->play();
                break;
            case 'PAUSE':
                $session->pause();
                break;
            case 'TEARDOWN':
                $session->end();
                unset($this->sessions[$session->id]);
                break;
        }

        return self::said($request, '200 OK', ['Session' => $session->id]);
    }

    /** @param list<RtspSession> $own */
    private function setUp(RtspRequest $request, Socket $socket, string $from, array &$own): string
    {
        $transport = $request->header('transport');
        if (1 === preg_match('#^RTP/AVP/TCP;(?:[^,]*;)?interleaved=(\d{1,3})-\d{1,3}#', $transport, $m)) {
            $channel = (int) $m[1] & 0xFF;
            $session = new RtspSession(static function (string $packet) use ($socket, $channel): void {
                if (!$socket->isClosed()) {
                    $socket->write('$'.\chr($channel).pack('n', \strlen($packet)).$packet);
                }
            }, static function (): void {}, $this->kbps, $this->pictures);
            $agreed = $m[0];
        } elseif (1 === preg_match('#^RTP/AVP(?:/UDP)?;unicast;(?:[^,]*;)?client_port=(\d{1,5})-\d{1,5}#', $transport, $m)) {
            $udp = $this->site->lab->sockets->udpEven($this->site->address);
            $port = (int) $m[1];
            $session = new RtspSession(static function (string $packet) use ($udp, $from, $port): void {
                try {
                    $udp->send($from, $port, $packet);
                } catch (\Amp\Socket\SocketException|RefusedTarget) {
                    // Nobody listens there any more; the viewer ends it, or its connection does.
                }
            }, $udp->close(...), $this->kbps, $this->pictures);
            $agreed = \sprintf('%s;server_port=%d-%d', $m[0], $udp->port(), $udp->port() + 1);
        } else {
            return self::said($request, '461 Unsupported Transport');
        }
        $own[] = $this->sessions[$session->id] = $session;

        return self::said($request, '200 OK', ['Transport' => $agreed, 'Session' => $session->id.';timeout='.self::IDLE]);
    }

    private function isProven(RtspRequest $request): bool
    {
        $answer = $request->header('authorization');
        $fields = Digest::fields($answer);

        return $this->nonces->use($fields['nonce'] ?? '', '')
            && LabViewer::USER === ($fields['username'] ?? '')
            && ($fields['uri'] ?? '') === $request->uri
            && Digest::proves($answer, LabViewer::password($this->site->device->id), $request->method);
    }

    /** @param array<string, string> $headers */
    private static function said(RtspRequest $request, string $status, array $headers = [], string $body = ''): string
    {
        $text = \sprintf("RTSP/1.0 %s\r\nCSeq: %s\r\nServer: stand-in\r\n", $status, $request->header('cseq'));
        foreach ($headers as $name => $value) {
            $text .= $name.': '.$value."\r\n";
        }

        return $text.('' === $body ? '' : 'Content-Length: '.\strlen($body)."\r\n")."\r\n".$body;
    }
}
