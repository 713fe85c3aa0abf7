<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\Proof\Axis;

/** What of the proof a person looks at. */
final readonly class ProofSelection
{
    private function __construct(
        public string $intent,
        public string $pair,
        public ?Cell $cell,
        public Axis $axis,
    ) {}

    public static function fromRequest(Request $request): self
    {
        $cell = Cell::ofRequest($request);
        $axis = $cell->axis ?? Axis::tryFrom($request->query->getString('axis')) ?? Axis::Kind;

        return new self($request->query->getString('intent'), $request->query->getString('pair'), $cell, $axis);
    }
}
