<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Profile\WayIn;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;

/** A step that a kind of unit adds to the work, or puts in the place of a general one. */
final readonly class ProfileStep
{
    /**
     * @param list<string> $do
     * @param list<string> $settings ids of settings, in the order of the unit's page
     * @param list<string> $shortcuts
     * @param list<string> $ports
     * @param list<Timer> $timers
     * @param list<string> $see
     * @param list<SymptomCause> $causes
     * @param list<ToRecord> $record
     * @param list<string> $cautions
     * @param list<string> $after
     * @param list<Need> $needs
     * @param list<When> $when
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Choice(WorkStage::class, 'Stage', required: true)]
        public WorkStage $stage,
        #[Text('Title', required: true, max: 120)]
        public string $title,
        #[Text('Reason', max: 300, default: '')]
        public string $why,
        #[Choice(Who::class, 'Who may do this', default: Who::Technician)]
        public Who $who,
        #[Texts('Instructions')]
        public array $do,
        #[Texts('Settings to enter')]
        public array $settings,
        #[Choice(WayIn::class, 'Access')]
        public ?WayIn $way,
        #[Text('Keypad', max: 64)]
        public ?string $keypad,
        #[Text('Text to enter on it', max: 300, default: '')]
        public string $types,
        #[Texts('Shortcuts')]
        public array $shortcuts,
        #[Text('Rotary switch', max: 64)]
        public ?string $dial,
        #[Texts('Sockets')]
        public array $ports,
        #[Records(Timer::class, 'Timers')]
        public array $timers,
        #[Texts('You should see')]
        public array $see,
        #[Records(SymptomCause::class, 'Symptoms')]
        public array $causes,
        #[Records(ToRecord::class, 'To record')]
        public array $record,
        #[Texts('Caution')]
        public array $cautions,
        #[Text('Undo', max: 300, default: '')]
        public string $undo,
        #[Texts('After the steps')]
        public array $after,
        #[Records(Need::class, 'Prerequisites')]
        public array $needs,
        #[Records(When::class, 'Only where')]
        public array $when,
    ) {}
}
