<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Vorhut\App\Web\View\Next;

/** The vault of a job: every secret that its units need. */
final readonly class VaultView
{
    /**
     * @param list<SecretRow> $rows
     * @param string $closed why it cannot be opened; '' where it can
     * @param string|null $exportUrl null for who may not
     * @param string|null $keepUrl null while it is closed
     * @param array<string, string> $needs what each secret is for, by name
     * @param list<string> $errors
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public array $rows,
        public string $more,
        public string $closed,
        public ?string $exportUrl,
        public int $shortest,
        public ?string $keepUrl,
        public array $needs,
        public array $errors = [],
    ) {}
}
