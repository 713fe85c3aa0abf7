<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Field\Fax\BlankPage;
use Vorhut\Field\Fax\FaxSession;
use Vorhut\Field\Fax\Ifp;
use Vorhut\Field\Fax\Udptl;
use Vorhut\Field\Rtp\RtpStream;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\UserAgent;
use Vorhut\Tests\Support\SipBench;

/** Faxes over T.38: their packets by example, a page by sockets, and what is lost on the way. */
final class FaxTest extends TestCase
{
    use SipBench;

    /** ITU-T T.38, annex A, by hand: choice and kind in one octet, fields with their length less one. */
    public function testPacketsAreAsTheStandardHasThem(): void
    {
        self::assertSame('06', bin2hex((string) Ifp::indicator(Ifp::V21)));
        self::assertSame('1e', bin2hex((string) Ifp::indicator(Ifp::V17_14400_LONG)));
        $offer = Ifp::frame("\xFF\xC8\x01\x00\x74\x0E");
        self::assertSame('c002800005ffc80100740e40', bin2hex((string) $offer));
        self::assertSame('d00170', bin2hex((string) Ifp::pictureEnds()));
        self::assertSame('d001e000010102', bin2hex((string) Ifp::picture("\x01\x02")));
        $udptl = new Udptl();
        self::assertSame('000001060000', bin2hex($udptl->wrap(Ifp::indicator(Ifp::V21))));
        self::assertSame('0001010000010106', bin2hex($udptl->wrap(Ifp::indicator(Ifp::SILENCE))), 'with the one before');
    }

    public function testWhatIsLostIsMadeGoodByTheNext(): void
    {
        $sent = array_map(static fn (int $n): Ifp => Ifp::picture(str_repeat(\chr($n), 200)), range(0, 30));
        $from = new Udptl();
        $to = new Udptl();
        $got = [];
        foreach ($sent as $n => $packet) {
            $bytes = $from->wrap($packet);
            // Three in a row are made good; of five in a row two are gone for ever.
            $isLost = ($n >= 4 && $n <= 6) || ($n >= 20 && $n <= 24);
            $got = $isLost ? $got : [...$got, ...$to->unwrap($bytes), ...$to->unwrap($bytes)];
        }
        $numbers = array_map(static fn (Ifp $p): int => \ord($p->fields[0][1][0] ?? ''), $got);
        self::assertSame([...range(0, 19), ...range(22, 30)], $numbers, 'each once, in order, though every datagram came twice');
        self::assertSame([23, 6, 2], [$to->received, $to->recovered, $to->lost]);
    }

    /** Sound (RTP) and its reports (RTCP) that were still under way when both went over are not counted, whichever comes first. */
    #[DataProvider('underWay')]
    public function testSoundThatWasUnderWayIsNotCounted(string $stray): void
    {
        $from = new Udptl();
        $to = new Udptl();
        $got = $to->unwrap($stray);
        foreach (range(0, 8) as $n) {
            array_push($got, ...$to->unwrap($from->wrap(Ifp::picture(\chr($n)))), ...$to->unwrap($stray));
        }
        self::assertSame(range(0, 8), array_map(static fn (Ifp $p): int => \ord($p->fields[0][1][0] ?? ''), $got));
        self::assertSame([9, 0, 0], [$to->received, $to->recovered, $to->lost]);
    }

    /** @return iterable<string, array{string}> such that each could be read as packets of a fax */
    public static function underWay(): iterable
    {
        yield 'G.711 µ-law' => ["\x80\x00".str_pad("\x01\x06\x00\x00", 170, "\0")];
        yield 'G.711 A-law, with its marker' => ["\x80\x88".str_pad("\x01\x06\x00\x00", 170, "\0")];
        yield 'a sender report' => ["\x80\xC8\x00\x06\x00\x00".str_repeat("\0", 22)];
        yield 'a receiver report' => ["\x81\xC9\x00\x07\x00\x00".str_repeat("\0", 26)];
    }

    public function testANumberingThatBeginsElsewhereIsFollowed(): void
    {
        $to = new Udptl();
        $datagram = static fn (int $number): string => pack('n', $number)."\x01\x06\x00\x01\x01\x06";
        self::assertSame([], $to->unwrap($datagram(40000)), 'one alone may be anything');
        self::assertCount(2, $to->unwrap($datagram(40001)), 'the one before comes along');
        self::assertCount(1, $to->unwrap($datagram(40002)));
        self::assertSame([], $to->unwrap($datagram(40001)), 'late');
        self::assertSame([2, 0], [$to->received, $to->lost]);
    }

    /** @return iterable<string, array{string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => [''];
        yield 'a number alone' => ["\x00\x00"];
        yield 'less than it says' => ["\x00\x00\x09\x06"];
        yield 'fields that are not there' => ["\x00\x00\x02\xC0\x05\x00\x00"];
        yield 'a length beyond' => ["\x00\x00\x05\xC0\x01\x80\xFF\xFF\x00\x00"];
        yield 'a stream of sound' => ["\x80\x00".str_repeat("\xFF", 170)];
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsNoFax(string $bytes): void
    {
        $udptl = new Udptl();
        foreach ($udptl->unwrap($bytes) as $packet) {
            self::assertTrue($packet->isIndicator, 'nothing of a page');
        }
        self::assertLessThanOrEqual(1, $udptl->received);
    }

    /** ITU-T T.4: each line ends with eleven zeros and a one, and six of these end the page. */
    public function testAPageIsCodedInOneDimension(): void
    {
        $bits = '';
        foreach (str_split(BlankPage::bytes()) as $octet) {
            $bits .= str_pad(decbin(\ord($octet)), 8, '0', \STR_PAD_LEFT);
        }
        self::assertStringStartsWith('00000000000101001101100110101000000000001', $bits);
        self::assertMatchesRegularExpression('/(?:0{11}1){6}0*$/', $bits);
        self::assertSame(406, preg_match_all('/0{11}1/', $bits));
    }

    /** ITU-T T.38, annex D: who receives offers to go over, and who can does; then a page goes from the caller. */
    public function testACallGoesOverToAFax(): void
    {
        $this->system();
        [$a, $b, $phone] = [$this->fax('2001'), $this->fax('2002'), $this->phone('2003')];
        foreach ([$a, $b, $phone] as $unit) {
            $this->wait($unit->register());
        }
        $call = $this->wait($a->startCall('2002'))->call ?? throw new \LogicException('no call');
        self::assertSame(200, $this->wait($b->offerFax($b->calls()[0])));
        [$sender, $receiver] = [$call->fax, $b->calls()[0]->fax];
        self::assertNotNull($sender);
        self::assertNotNull($receiver);
        // Sound that is still on its way is no packet of a fax.
        $late = $this->open[] = $this->sockets->udp('127.199.23.70');
        $late->send('127.199.21.2', $b->calls()[0]->media->port, "\x80\x00\x40\x00".str_repeat("\x01", 168));
        self::until(static fn (): bool => self::isDone($sender) && self::isDone($receiver));
        self::assertSame([1, 1], [$sender->pages, $receiver->pages]);
        self::assertSame(\strlen(BlankPage::bytes()), $receiver->bytes);
        self::assertSame([0, 0], [$receiver->udptl->lost, $sender->udptl->lost]);
        $this->wait($a->hangUp($call));
        $this->wait($phone->startCall('2002'));
        self::assertSame(488, $this->wait($b->offerFax($b->calls()[0])), 'a phone takes none');
        self::assertNull($b->calls()[0]->fax);
    }

    private static function isDone(FaxSession $fax): bool
    {
        return $fax->isDone;
    }

    private function fax(string $number): UserAgent
    {
        $fax = $this->phone($number);
        $address = '127.199.21.'.((int) $number - 2000);
        $fax->dialogs->fax = static fn (RtpStream $stream): Sdp => Sdp::fax($address, $stream->port);

        return $fax;
    }
}
