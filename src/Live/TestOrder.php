<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\App\Proof\Cell;
use Vorhut\Core\Proof\CallStep;

/** What somebody wants tested live. */
final readonly class TestOrder
{
    private const LONGEST = 140;

    private function __construct(
        public ?string $intent,
        public ?string $pair,
        public ?Cell $cell,
        public bool $onSite,
        public ?CallStep $step,
    ) {}

    public static function fromRequest(Request $request): self
    {
        $text = static function (string $key) use ($request): ?string {
            $value = $request->request->getString($key);

            return '' === $value ? null : mb_substr($value, 0, self::LONGEST);
        };

        return new self(
            intent: $text('intent'),
            pair: $text('pair'),
            cell: Cell::ofRequest($request),
            onSite: $request->request->getBoolean('onSite'),
            step: CallStep::tryFrom($text('step') ?? ''),
        );
    }

    /** @return array<string, string|null> where to come back to */
    public function query(): array
    {
        return ['intent' => $this->intent, 'pair' => $this->pair] + ($this->cell?->query() ?? []);
    }
}
