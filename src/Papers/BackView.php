<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Vorhut\App\Web\View\Link;
use Vorhut\Core\Paper\Back\BackRow;

/** A list that came back, before it is taken over. */
final readonly class BackView
{
    /**
     * @param list<Link> $actions
     * @param list<string> $columns that are read
     * @param list<BackRow> $rows those that change something or are not taken
     * @param array<string, string|int> $values what goes along when it is taken; none where there is nothing to take
     */
    public function __construct(
        public string $title,
        public array $actions,
        public string $url,
        public string $takeUrl,
        public array $columns,
        public string $text,
        public array $rows,
        public string $summary,
        public string $more,
        public string $error,
        public array $values,
        public string $warning,
    ) {}
}
