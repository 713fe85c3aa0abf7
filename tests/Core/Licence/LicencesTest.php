<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Licence;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Licence\Licences;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class LicencesTest extends TestCase
{
    /** @param array<string, string> $states by licence */
    #[TestWith([['one' => 'ordered', 'two' => 'applied'], 'two'])]
    #[TestWith([['one' => 'applied', 'two' => 'ordered'], 'one'])]
    #[TestWith([['one' => 'ordered', 'two' => 'received'], 'one'])]
    #[TestWith([[], null])]
    public function testTheOneThatIsInTheUnitCounts(array $states, ?string $best): void
    {
        $licences = [['id' => 'other', 'name' => 'Other', 'device' => 'bar', 'kind' => 'else', 'state' => 'applied']];
        foreach ($states as $id => $state) {
            $licences[] = ['id' => $id, 'name' => $id, 'device' => 'bar', 'kind' => 'multipoint', 'state' => $state];
        }
        $kinds = ['k' => ['licences' => [['id' => 'multipoint', 'name' => 'Multipoint'], ['id' => 'else', 'name' => 'Else']]]];
        $job = Units::job($kinds, ['bar' => []], ['licences' => $licences]);
        $settings = new Settings($job);
        $found = (new Licences($job, $settings->couplings, $settings->facts))->best($job->devices['bar'], 'multipoint');
        self::assertSame($best, $found?->id);
    }
}
