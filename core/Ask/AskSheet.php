<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

use Vorhut\Core\Profile\Setting\OutsideSource;

/** Everything that somebody outside must supply: who, what, for which units, why, and by when. */
final readonly class AskSheet
{
    /** In the order in which they are asked. */
    private const BLOCKS = [
        Block\AddressingBlock::class,
        Block\ClockBlock::class,
        Block\SettingsBlock::class,
        Block\PassingBlock::class,
        Block\MulticastBlock::class,
        Block\DiscoveryBlock::class,
        Block\SwitchPortsBlock::class,
        Block\WirelessBlock::class,
        Block\MailBlock::class,
        Block\TrunkBlock::class,
        Block\NumbersBlock::class,
        Block\LicensingBlock::class,
    ];

    /**
     * @param list<AskItem> $items by who is asked, then by heading
     * @param string|null $neededBy a day (ISO 8601); null while the day on site is not known
     */
    private function __construct(public array $items, public ?string $neededBy) {}

    public static function fromContext(AskContext $asked): self
    {
        $items = [];
        foreach (self::BLOCKS as $class) {
            array_push($items, ...iterator_to_array((new $class())->items($asked), false));
        }
        $rank = array_flip(array_column(OutsideSource::cases(), 'value'));
        usort($items, static fn (AskItem $a, AskItem $b): int => $rank[$a->who->value] <=> $rank[$b->who->value]);

        return new self($items, $asked->job->info->visit->neededBy());
    }

    /** @return list<AskItem> */
    public function open(): array
    {
        return array_values(array_filter($this->items, static fn (AskItem $i): bool => $i->isOpen()));
    }

    /** @param callable(AskItem): bool $isMeant */
    public function those(callable $isMeant): self
    {
        return new self(array_values(array_filter($this->items, $isMeant)), $this->neededBy);
    }

    public function item(string $id): ?AskItem
    {
        return array_find($this->items, static fn ($item): bool => $item->id === $id);
    }

    /** Only what one of them is asked. */
    public function to(OutsideSource $who): self
    {
        return $this->those(static fn (AskItem $i): bool => $i->who === $who);
    }

    /** @return array<string, array<string, list<AskItem>>> by who is asked and heading */
    public function grouped(): array
    {
        $groups = [];
        foreach ($this->items as $item) {
            $groups[$item->who->value][$item->block][] = $item;
        }

        return $groups;
    }

    /** @param string $today a day (ISO 8601) */
    public function isOverdue(AskItem $item, string $today): bool
    {
        return $item->isOpen() && null !== $this->neededBy && $this->neededBy < $today;
    }
}
