<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Exchange;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

final class ReferencesTest extends TestCase
{
    /** What stands in a partner's kind cannot be looked at where that kind is not there. */
    public function testAPairedUnitOfAKindThatIsNotThereIsRefusedWithASentence(): void
    {
        $text = Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'J'],
            'devices' => [['id' => 'a', 'profile' => 'no-such-kind'], ['id' => 'b', 'profile' => 'generic-host']],
            'pairings' => [['id' => 'p', 'from' => 'a', 'to' => 'b', 'coupling' => 'x']],
        ]);
        try {
            JobFile::read($text, ShippedProfiles::load());
            self::fail('it was taken');
        } catch (InvalidFile $e) {
            self::assertSame(['$.devices[0].profile'], array_map(static fn (FileError $f): string => $f->path, $e->errors));
            self::assertStringContainsString('There is no profile "no-such-kind"', $e->getMessage());
        }
    }
}
