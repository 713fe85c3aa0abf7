<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Convention\When;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Completed;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\Field\Value;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** One named value that a kind of unit must be told. */
final readonly class Setting implements Checked, Completed
{
    /** Stands in an id and in texts for the number of one of several alike. */
    public const NUMBER = '{n}';

    private const VALUES_OF_THE_PLAN = ['{@address}', '{@mask}', '{@gateway}', '{@host}', '{@timezone}', '{@name}', '{@dns-1}', '{@ntp-1}'];
    private const LISTS_OF_THE_PLAN = ['{@dns}', '{@ntp}'];

    /** Nothing but a value that the plan holds in the right form: it needs no second look. */
    public bool $isPlainFact;

    /**
     * @param list<SettingChoice> $choices
     * @param list<string> $not values that are reserved
     * @param mixed $default a scalar, a list of scalars, or null
     * @param list<MenuPlace> $where
     * @param list<When> $when all of them must hold
     * @param string $computed a text with facts of the plan in braces; '' for none
     */
    public function __construct(
        #[Text(
            'Id',
            required: true,
            max: 64,
            pattern: '/^[a-z0-9](?:[a-z0-9._{}-]{0,62}[a-z0-9}])?$/D',
            says: 'a slug, with {n} for a number where there are several',
        )]
        public string $id,
        #[Name]
        public string $name,
        #[Choice(SettingType::class, 'Type', default: SettingType::Text)]
        public SettingType $type,
        #[Flag('several values')]
        public bool $list,
        #[Text('Unit symbol', max: 20, default: '')]
        public string $unit,
        #[Records(SettingChoice::class, 'Choices')]
        public array $choices,
        #[Number(-1e9, 1e9, 'Minimum')]
        public ?float $min,
        #[Number(-1e9, 1e9, 'Maximum')]
        public ?float $max,
        #[Number(0, 1e9, 'Step')]
        public ?float $step,
        #[Text('Pattern', max: 200, default: '', technical: true)]
        public string $pattern,
        #[Text('Description of the pattern', max: 200, default: '')]
        public string $says,
        #[Texts('Reserved')]
        public array $not,
        #[Choice(Among::class, 'Unique among')]
        public ?Among $free,
        #[Value('Default')]
        public mixed $default,
        #[Text('Computed from', max: 300, default: '', technical: true)]
        public string $computed,
        #[Records(MenuPlace::class, 'Menu path')]
        public array $where,
        #[Choice(Restart::class, 'Takes effect when', default: Restart::None)]
        public Restart $restart,
        #[WholeNumber(0, 3600, 'Duration, s', default: 0)]
        public int $restartSeconds,
        #[Flag('secret: only its name in the vault stands in the plan')]
        public bool $secret,
        #[Choice(OutsideSource::class, 'Answered by')]
        public ?OutsideSource $ask,
        #[Text('Reads as', max: 300, default: '')]
        public string $readsAs,
        #[Text('Reason', max: 300, default: '')]
        public string $why,
        #[Flag('optional')]
        public bool $optional,
        #[Flag('part of other values, not entered by itself')]
        public bool $part,
        #[Choice(WorkStage::class, 'Entered at the stage', default: WorkStage::Role)]
        public WorkStage $stage,
        #[Text('Interface', max: 40)]
        public ?string $interface,
        #[Records(When::class, 'Only where')]
        public array $when,
        #[WholeNumber(0, 512, 'Number of instances', default: 0)]
        public int $times,
        #[Flag('differs from network to network')]
        public bool $perSegment,
    ) {
        $isOfThePlan = \in_array($computed, $list ? self::LISTS_OF_THE_PLAN : self::VALUES_OF_THE_PLAN, true);
        $this->isPlainFact = $isOfThePlan && '' === $pattern && [] === $not && [] === $choices;
    }

    public static function complete(array $record): array
    {
        $record['name'] ??= \is_string($record['id'] ?? null) ? ucfirst(strtr($record['id'], '-', ' ')) : null;

        return $record;
    }

    public static function completed(): array
    {
        return ['name'];
    }

    public function check(RawRecord $given): void
    {
        if (SettingType::Choice === $this->type && [] === $this->choices) {
            throw $given->refuse(key: 'choices', allowed: 'at least one choice', advice: 'A setting of this type needs them.');
        }
        if (($this->times > 0) !== str_contains($this->id, self::NUMBER)) {
            throw $given->refuse('times', 'a number where the id has {n}, and none where it has not');
        }
        if ('' !== $this->pattern && false === @preg_match(self::regex($this->pattern), '')) {
            throw $given->refuse(key: 'pattern', allowed: 'a regular expression', advice: 'Look at its brackets.');
        }
        $refused = null === $this->default || $this->secret ? null : Allowed::refusal($this, $this->default);
        if (null !== $refused) {
            throw $given->refuse('default', $refused);
        }
    }

    /** @return list<self> itself, or those that it stands for */
    public function each(): array
    {
        $all = [];
        for ($number = 1; $number <= $this->times; ++$number) {
            $of = get_object_vars($this);
            unset($of['isPlainFact']);
            foreach (['id', 'name', 'computed', 'why'] as $key) {
                \assert(\is_string($of[$key]));
                $of[$key] = str_replace(self::NUMBER, (string) $number, $of[$key]);
            }
            /** @phpstan-ignore argument.type */
            $all[] = new self(...$of);
        }

        return 0 === $this->times ? [$this] : $all;
    }

    public static function regex(string $pattern): string
    {
        return '/^(?:'.strtr($pattern, ['/' => '\/']).')$/uD';
    }
}
