<?php

declare(strict_types=1);

namespace Vorhut\Tests\Fuzz;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Live\ProbeFile;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\ReachQueries;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Field\Dns\DnsError;
use Vorhut\Field\Dns\DnsMessage;
use Vorhut\Field\Dns\DnsRecord;
use Vorhut\Field\Dns\ServiceBook;
use Vorhut\Field\Poll\PollMessage;
use Vorhut\Field\Rtsp\RtspRequest;
use Vorhut\Field\Sip\Digest;
use Vorhut\Field\Sip\Sdp;
use Vorhut\Field\Sip\SipError;
use Vorhut\Field\Sip\SipMessage;
use Vorhut\Field\Sip\SipUri;
use Vorhut\Field\StandIn\PageSpeaker;
use Vorhut\Tests\Support\Jobs;

/**
 * Whatever comes in is understood or refused in words; nothing else. Some seconds for each reader, new input each time; with
 * FUZZ_SECONDS=3600 for an hour. A seed that fails is in the message: new Mutator(seed) makes the input again.
 */
final class FuzzTest extends TestCase
{
    private const SECONDS = 18;

    /** @return iterable<string, array{string, \Closure(string): bool}> good input, and its reader: whether it was understood */
    public static function readers(): iterable
    {
        $demo = Jobs::demo();
        $queries = new ReachQueries($demo);
        yield 'job files' => [Jobs::demoText('skerry-slip'), self::job(...)];
        $list = "Name;Kind;VLAN;MAC;IP address;Serial\nOne;paging-horn;150;02-47-00-00-52-01;10.47.50.90;A\n\"Two\";;;;;\n";
        yield 'lists' => [$list, static function (string $text) use ($demo): bool {
            $demo->with((new DeviceImporter($demo))->read($text)->changeSet());

            return true;
        }];
        $line = '{"intent":"station-receivers","from":"mic-station","to":"receiver-1","seen":"through",'
            .'"vantage":"mic-station","evidence":""}';
        yield 'probe files' => [$line."\n".$line, static fn (string $text): bool => [] !== ProbeFile::read($demo, $text)->seen];
        $query = '{"id":1,"kind":"unicast","from":"berth-1","to":"10.47.10.10","protocol":"udp","port":5060}';
        yield 'queries' => [$query, static fn (string $text): bool => [] !== $queries->answer($text)];
        $body = "v=0\r\no=- 1 1 IN IP4 127.0.0.1\r\ns=-\r\nc=IN IP4 127.0.0.1\r\nt=0 0\r\nm=audio 4000 RTP/AVP 0 8\r\n";
        $invite = "INVITE sip:2001@127.0.0.1 SIP/2.0\r\nVia: SIP/2.0/UDP 127.0.0.1:9;branch=z9hG4bKq\r\nFrom: <sip:2002@x>;tag=1\r\n"
            ."To: <sip:2001@x>\r\nCall-ID: c\r\nCSeq: 1 INVITE\r\nContact: <sip:2002@127.0.0.1:5060;transport=udp>;expires=60\r\n"
            ."Authorization: Digest username=\"2002\", realm=\"r\", nonce=\"n\", uri=\"sip:x\", response=\"0\", algorithm=MD5\r\n"
            .'Content-Length: '.\strlen($body)."\r\n\r\n".$body;
        yield 'SIP' => [$invite, self::sip(...)];
        $question = (string) new DnsMessage(7, false, [new DnsRecord(ServiceBook::ENUMERATION, DnsRecord::PTR)]);
        $book = new ServiceBook(name: 'Unit', host: 'unit', address: '10.47.1.1', services: $demo->profiles->get('paging-horn')->services);
        yield 'DNS' => [$question, static fn (string $bytes): bool => '' !== (string) $book->answer(DnsMessage::parse($bytes), true)];
        $unit = array_values($demo->devices)[0];
        $page = "GET / HTTP/1.1\r\nHost: x\r\n\r\nOPTIONS rtsp://x/ RTSP/1.0\r\nCSeq: 1\r\n\r\nPOLL 0123456789abcdef";
        yield 'pages, streams and polls' => [$page, static function (string $text) use ($unit): bool {
            PollMessage::nonceOfPoll($text);
            $stream = $text;
            RtspRequest::first($stream);

            return null !== (new PageSpeaker(static fn (): Device => $unit))->answer($text);
        }];
    }

    /** @param \Closure(string): bool $read */
    #[DataProvider('readers')]
    public function testIsUnderstoodOrRefusedInWords(string $good, \Closure $read): void
    {
        self::assertTrue($read($good), 'good input is understood');
        $given = getenv('FUZZ_SECONDS');
        $seconds = (false === $given ? self::SECONDS : (float) $given) / \count([...self::readers()]);
        $end = hrtime(true) + $seconds * 1e9;
        $understood = $refused = 0;
        while (hrtime(true) < $end) {
            $seed = random_int(0, \PHP_INT_MAX >> 32);
            try {
                $understood += (int) $read((new Mutator($seed))->spoil($good));
            } catch (InvalidFile|InvalidValue|SipError|DnsError $e) {
                ++$refused;
                self::assertNotSame('', $e->getMessage());
                self::assertTrue(mb_check_encoding($e->getMessage(), 'UTF-8'), 'seed '.$seed.': a message that cannot be shown');
            } catch (\Throwable $e) {
                self::fail(\sprintf('seed %d of %s: %s: %s', $seed, $this->dataName(), $e::class, $e->getMessage()));
            }
        }
        self::assertGreaterThan(20, $understood + $refused);
    }

    /** What is read is written and read again the same, checked and proven. */
    private static function job(string $text): bool
    {
        $job = JobFile::read($text, ShippedProfiles::load());
        $written = JobFile::write($job);
        self::assertSame($written, JobFile::write(JobFile::read($written, ShippedProfiles::load())));
        Check::run($job);
        (new Prover($job))->prove();

        return true;
    }

    private static function sip(string $bytes): bool
    {
        $message = SipMessage::parse($bytes);
        SipMessage::parse((string) $message);
        Sdp::parse($message->body)?->answerTo(new Sdp('127.0.0.1', 4000, [Sdp::PCMU]));
        SipUri::tryFrom((string) $message->first('Contact'));
        $authorization = (string) $message->first('Authorization');

        return !Digest::proves($authorization, 'secret', (string) $message->method) || '' === $authorization;
    }
}
