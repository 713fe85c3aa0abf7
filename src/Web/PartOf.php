<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

/** An action that answers with a part of a page. Opened by itself, the page is shown instead. */
#[\Attribute(\Attribute::TARGET_METHOD)]
final readonly class PartOf
{
    /**
     * @param string $page the route of the page, of the same job
     * @param array<string, string> $query what the page is asked for, by the parameter of the part that says it
     */
    public function __construct(public string $page, public array $query = []) {}
}
