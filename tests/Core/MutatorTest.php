<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\TestCase;
use Vorhut\Tests\Analysis\Mutator;

/** The tool that breaks the code in small ways. */
final class MutatorTest extends TestCase
{
    public function testEachSmallChangeIsMadeOnce(): void
    {
        $code = <<<'CODE'
            <?php
            function f(int $n): bool
            {
                if ($n >= 3 && g()) {
                    h();
                    return true;
                }
                return false;
            }
            CODE;
        $mutants = Mutator::mutants($code);
        $changes = array_map(static fn ($mutant): string => $mutant->line.': '.$mutant->what, $mutants);
        sort($changes);
        self::assertSame([
            '4: $n >= 3 && g() → false',
            '4: $n >= 3 && g() → true',
            '4: && → ||',
            '4: 3 → 4',
            '4: >= → >',
            '5: h(); → left out',
            '6: true → false',
            '8: false → true',
        ], $changes);
        foreach ($mutants as $mutant) {
            self::assertNotSame($code, $mutant->code);
            self::assertNotSame([], token_get_all($mutant->code, \TOKEN_PARSE), 'it is still code');
        }
    }
}
