<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Dial\DigitMap;
use Vorhut\Core\Dial\NumberRange;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RawRecord;

/** What happens to calls to some numbers: out by trunks in order, or in to somebody of the house. */
#[ListOf(name: 'routes', one: 'call route', many: 'call routes', section: 'voice')]
final readonly class VoiceRoute implements Checked
{
    /**
     * @param list<NumberRange>|null $from extensions that may use it; null: everybody
     * @param list<string> $trunks tried in order; none: all of the job in theirs
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Choice(RouteDirection::class, 'Direction', required: true)]
        public RouteDirection $direction,
        #[Refers('trunks', 'trunk', 'Inbound trunk')]
        public ?string $trunk,
        #[Parsed(DigitMap::class, 'Digit map', required: true)]
        public DigitMap $digitMap,
        #[WholeNumber(0, 40, 'Digits to strip', default: 0)]
        public int $strip,
        #[Text('Prefix', max: 20, default: '', pattern: '/^\+?[0-9*#]*$/D', says: 'digits, * or #', technical: true)]
        public string $prefix,
        #[ParsedList(NumberRange::class, 'Callers', orNothing: true)]
        public ?array $from,
        #[RefersToSome('trunks', 'trunk', 'Trunks in order')]
        public array $trunks,
        #[CallsTo('Leads to')]
        public ?CallTarget $to,
        #[Name]
        public string $name,
        #[Refers('hours', 'timetable', 'Only during')]
        public ?string $hours,
        #[CallsTo('Outside these hours')]
        public ?CallTarget $closed,
    ) {}

    public function check(RawRecord $given): void
    {
        $others = RouteDirection::Out === $this->direction ? ['trunk', 'closed'] : ['from', 'trunks'];
        foreach ($others as $key) {
            if (!\in_array($this->{$key}, [null, []], true)) {
                throw $given->refuse($key, \sprintf('nothing: this route leads %s', $this->direction->label()));
            }
        }
        if (null !== $this->closed && null === $this->hours) {
            throw $given->refuse(key: 'closed', allowed: 'nothing without a timetable', advice: 'Name a timetable in "hours".');
        }
    }

    public function allows(string $extension): bool
    {
        if (null === $this->from) {
            return true;
        }

        return array_any($this->from, static fn ($range): bool => $range->has($extension));
    }

    /** What is sent on of a number that was dialled. */
    public function digits(string $dialled): string
    {
        return $this->prefix.substr($dialled, $this->strip);
    }
}
