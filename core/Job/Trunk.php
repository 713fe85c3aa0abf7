<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A way for calls to another network, by SIP, an analogue line or a mobile card; a SIP trunk has two ends, which must agree. */
#[ListOf(name: 'trunks', one: 'trunk', many: 'trunks', section: 'voice')]
final readonly class Trunk
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Choice(TrunkKind::class, 'Type', default: TrunkKind::Sip)]
        public TrunkKind $kind,
        #[Refers('devices', 'device', 'Phone system')]
        public ?string $system,
        #[Refers('devices', 'device', 'Far end, if it is a device of this job')]
        public ?string $peer,
        #[Text('Socket of the phone system', max: 64, technical: true)]
        public ?string $port,
        #[Text(
            'Main number',
            max: 20,
            pattern: '/^\+?\d{2,15}$/D',
            says: 'a number of digits, with a + in front or not',
            technical: true,
        )]
        public ?string $number,
        #[Nested(TrunkEnd::class, 'Our end')]
        public TrunkEnd $ours,
        #[Nested(TrunkEnd::class, 'Their end')]
        public TrunkEnd $theirs,
        #[CallsTo('Fallback destination')]
        public ?CallTarget $fallback,
        #[WholeNumber(0, 1000000, 'Calls in the busy hour')]
        public ?int $callsPerHour,
        #[WholeNumber(1, 86400, 'Call duration, s', default: 180)]
        public int $holdSeconds,
        #[WholeNumber(1, 10000000, 'Line rate for calls, kbit/s')]
        public ?int $lineKbps,
    ) {}

    /** How many calls it carries at a time; null where it is not known. */
    public function channels(): ?int
    {
        if (TrunkKind::Sip !== $this->kind) {
            return 1;
        }
        $said = array_filter([$this->ours->channels, $this->theirs->channels], \is_int(...));

        return [] === $said ? null : min($said);
    }

    /** Where calls carry the number that was dialled, as we read it. */
    public function header(): NumberHeader
    {
        return $this->ours->header ?? NumberHeader::Request;
    }
}
