<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

/** What a foreign SIP agent says and expects, step by step, in the form that Debian's sip-tester reads. */
final readonly class ForeignScenario
{
    private const PEER = '<sip:[service]@[remote_ip]>[peer_tag_param]';
    private const TAG = ';tag=[pid]c[call_number]';
    private const BACK = "[last_Via:]\n[last_From:]\n[last_To:]%s\n[last_Call-ID:]\n[last_CSeq:]\n[last_Record-Route:]\n";

    /** @param list<string> $steps */
    private function __construct(private array $steps = []) {}

    /** A call to the service number by field0 with the password field1. */
    public static function call(): self
    {
        return self::called()->expect('407', 'auth="true"')
            ->declined(1, 2)
            ->outside('INVITE', 2, "[field1]\n".self::sound(1, 'sendrecv'));
    }

    /** A call that is not proven, as by a trunk. */
    public static function called(): self
    {
        return (new self())->outside('INVITE', 1, self::sound(1, 'sendrecv'));
    }

    /** Registers field0 for whoever listens at the port [at] of the same address. */
    public static function registration(): self
    {
        $headers = "Contact: <sip:[field0]@[local_ip]:[at]>\nExpires: 600\n";

        return (new self())
            ->outside('REGISTER', 1, $headers."Content-Length: 0\n\n", '<sip:[field0]@[remote_ip]>')
            ->expect('401', 'auth="true"')
            ->outside('REGISTER', 2, $headers."[field1]\nContent-Length: 0\n\n", '<sip:[field0]@[remote_ip]>')
            ->expect('200');
    }

    /** Rings, answers, and is hung up on. */
    public static function callee(): self
    {
        return (new self())->expectRequest('INVITE')->reply('180 Ringing', self::TAG)->accept(self::sound(1, 'sendrecv'), self::TAG)
            ->expectRequest('ACK')->expectRequest('BYE')->reply('200 OK');
    }

    /** It is taken, and acknowledged. */
    public function stands(int $sequence = 2): self
    {
        return $this->maybe()->expect('200', 'rrs="true"')->within('ACK', $sequence);
    }

    public function refused(int $status): self
    {
        return $this->maybe()->expect((string) $status)->declined(2, 4);
    }

    public function hangUp(int $sequence): self
    {
        return $this->within('BYE', $sequence)->expect('200');
    }

    /** A new offer, and what its answer must say. */
    public function offer(int $sequence, string $direction, string $answered): self
    {
        return $this->within('INVITE', $sequence, self::sound($sequence, $direction))
            ->maybe()
            ->expect('200', '', 'a='.$answered)
            ->within('ACK', $sequence);
    }

    /** A request within the call, its headers and body. */
    public function within(string $method, int $sequence, string $more = ''): self
    {
        return $this->request(method: $method, uri: '[next_url]', sequence: $sequence, more: "[routes]\n".$more, to: self::PEER);
    }

    public function keysInMedia(string $keys): self
    {
        return $this->then("<nop><action><exec play_dtmf=\"$keys\"/></action></nop>");
    }

    public function pause(string $milliseconds): self
    {
        return $this->then("<pause milliseconds=\"$milliseconds\"/>");
    }

    public function expect(string $status, string $how = '', ?string $body = null): self
    {
        return $this->awaited("response=\"$status\" $how", $body);
    }

    public function expectRequest(string $method, ?string $body = null): self
    {
        return $this->awaited("request=\"$method\" rrs=\"true\"", $body);
    }

    public function reply(string $line, string $tag = ''): self
    {
        return $this->send("SIP/2.0 $line\n".\sprintf(self::BACK, $tag).self::contact()."Content-Length: 0\n\n", false);
    }

    public function accept(string $description, string $tag = ''): self
    {
        return $this->send("SIP/2.0 200 OK\n".\sprintf(self::BACK, $tag).self::contact().$description, true);
    }

    /** Headers and body of a description of a session with sound. */
    public static function sound(int $version, string $direction): string
    {
        return self::described($version, "m=audio [media_port] RTP/AVP 0 96\na=rtpmap:96 telephone-event/8000\na=$direction\n");
    }

    /** The same of one with a fax (ITU-T T.38, annex D). */
    public static function fax(int $version): string
    {
        return self::described($version, "m=image [media_port] udptl t38\na=T38FaxVersion:0\na=T38FaxUdpEC:t38UDPRedundancy\n");
    }

    public function __toString(): string
    {
        return "<?xml version=\"1.0\"?>\n<scenario name=\"foreign\">\n".implode("\n", $this->steps)."\n</scenario>\n";
    }

    private static function described(int $version, string $media): string
    {
        return "Content-Type: application/sdp\nContent-Length: [len]\n\n"
            ."v=0\no=- 1 $version IN IP4 [local_ip]\ns=-\nc=IN IP4 [local_ip]\nt=0 0\n".$media;
    }

    private static function contact(): string
    {
        return "Contact: <sip:[local_ip]:[local_port]>\n";
    }

    private function outside(string $method, int $sequence, string $more, string $to = '<sip:[service]@[remote_ip]>'): self
    {
        $isRegister = 'REGISTER' === $method;
        $uri = $isRegister ? 'sip:[remote_ip]:[remote_port]' : 'sip:[service]@[remote_ip]:[remote_port]';

        return $this->request(method: $method, uri: $uri, sequence: $sequence, more: $isRegister ? $more : self::contact().$more, to: $to);
    }

    private function request(string $method, string $uri, int $sequence, string $more, string $to, string $branch = '[branch]'): self
    {
        $body = str_contains($more, "\n\n") ? $more : $more."Content-Length: 0\n\n";

        return $this->send(
            "$method $uri SIP/2.0\nVia: SIP/2.0/[transport] [local_ip]:[local_port];branch=$branch;rport\n"
            ."From: <sip:[field0]@[remote_ip]>;tag=[pid]f[call_number]\nTo: $to\nCall-ID: [call_id]\nCSeq: $sequence $method\n"
            ."Max-Forwards: 70\n".$body,
            'ACK' !== $method,
        );
    }

    /** The ACK of what is no 2xx belongs to the transaction of the INVITE, so many steps before (RFC 3261, section 17.1.1.3). */
    private function declined(int $sequence, int $steps): self
    {
        return $this->request(
            method: 'ACK',
            uri: 'sip:[service]@[remote_ip]:[remote_port]',
            sequence: $sequence,
            more: '',
            to: self::PEER,
            branch: "[branch-$steps]",
        );
    }

    private function send(string $message, bool $isRepeated): self
    {
        return $this->then(\sprintf("<send%s><![CDATA[\n%s]]></send>", $isRepeated ? ' retrans="500"' : '', $message));
    }

    private function maybe(): self
    {
        return $this->then("<recv response=\"100\" optional=\"true\"/>\n<recv response=\"180\" optional=\"true\"/>");
    }

    private function awaited(string $what, ?string $body): self
    {
        if (null === $body) {
            return $this->then("<recv $what/>");
        }
        $name = 'said'.\count($this->steps);

        return $this->then(
            "<recv $what><action><ereg regexp=\"$body\" search_in=\"body\" check_it=\"true\" assign_to=\"$name\"/></action></recv>\n"
            ."<Reference variables=\"$name\"/>",
        );
    }

    private function then(string $step): self
    {
        return new self([...$this->steps, $step]);
    }
}
