<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** The settings of one side of a trunk; null and empty where not set. */
final readonly class TrunkEnd
{
    /**
     * @param list<SipTransport> $transports
     * @param list<Codec> $codecs in order
     */
    public function __construct(
        #[Text('Carrier\'s server', max: 253, technical: true)]
        public ?string $server,
        #[WholeNumber(1, 65535, 'Carrier\'s port')]
        public ?int $port,
        #[Text('Our address, as seen by the carrier', max: 253, technical: true)]
        public ?string $source,
        #[WholeNumber(1, 65535, 'Our port')]
        public ?int $sourcePort,
        #[Text('Domain', max: 253, technical: true)]
        public ?string $domain,
        #[Choices(SipTransport::class, 'Transport')]
        public array $transports,
        #[Choice(TrunkTrust::class, 'Authentication')]
        public ?TrunkTrust $trust,
        #[Text('User name', max: 120, technical: true)]
        public ?string $login,
        #[Choice(TrunkStanding::class, 'Registration')]
        public ?TrunkStanding $standing,
        #[Choices(Codec::class, 'Codecs')]
        public array $codecs,
        #[Choice(KeyTones::class, 'DTMF')]
        public ?KeyTones $keyTones,
        #[Choice(FaxMode::class, 'Fax')]
        public ?FaxMode $fax,
        #[WholeNumber(1, 10000, 'Concurrent calls')]
        public ?int $channels,
        #[Choice(NumberHeader::class, 'Called number taken from')]
        public ?NumberHeader $header,
    ) {}
}
