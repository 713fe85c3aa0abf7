<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Waiting;

/** A lab follows the plan in its file, not the way in which the file is written: what runs is not started anew for a line break. */
final class LabFollowsTest extends TestCase
{
    use Waiting;

    private const ROOT = __DIR__.'/../..';

    public function testOnlyAChangeOfThePlanStartsAnything(): void
    {
        $device = static fn (string $id, string $address): array => [
            'interfaces' => [['address' => $address, 'segment' => 'a', 'listens' => ['tcp/443']]], 'profile' => 'generic-host', 'id' => $id,
        ];
        $job = [
            'devices' => [$device('x', '10.153.1.10/24')],
            'segments' => [['subnets' => [['prefix' => '10.153.1.0/24']], 'id' => 'a']],
            'job' => ['name' => 'Follows '.getmypid()],
            'version' => 1,
            'format' => 'vorhut-job',
        ];
        $file = (string) tempnam(sys_get_temp_dir(), 'lab');
        file_put_contents($file, Json::line($job));
        $lab = new Process(['php', 'bin/vorhut', 'lab', $file], self::ROOT, timeout: 60);
        $lab->start();
        try {
            self::until(static fn (): bool => str_contains($lab->getOutput(), 'stand-ins run'), 30);
            // Looked at every two seconds: twice as it is, then with other keys first and other spaces.
            sleep(5);
            file_put_contents($file, "\n".json_encode(array_reverse($job), \JSON_PRETTY_PRINT | \JSON_THROW_ON_ERROR)."\n\n");
            sleep(5);
            self::assertStringNotContainsString('The plan changed', $lab->getOutput());
            file_put_contents($file, Json::line(['devices' => [...$job['devices'], $device('y', '10.153.1.11/24')]] + $job));
            self::until(static fn (): bool => str_contains($lab->getOutput(), 'The plan changed'), 20);
            self::assertSame(1, substr_count($lab->getOutput(), 'The plan changed'));
        } finally {
            $lab->stop(5, \SIGTERM);
            unlink($file);
        }
        self::assertSame('', $lab->getErrorOutput());
    }
}
