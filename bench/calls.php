<?php

declare(strict_types=1);

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\App\Provision\UnitFiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Field\Lab\LabNetwork;
use Vorhut\Field\Lab\LabPorts;
use Vorhut\Field\Lab\LabSip;
use Vorhut\Field\Net\Sockets;
use Vorhut\Field\Net\TargetGate;
use Vorhut\Field\StandIn\Lab;
use Vorhut\Tests\Support\ForeignAgent;
use Vorhut\Tests\Support\ForeignScenario;

/*
 * Foreign agents (Debian's sip-tester) call each other through the demo's phone system in the lab: php bench/calls.php [CALLS [A-SECOND]]
 * The one who is called registers for a control room beside the stand-in there and answers first. Says how many calls were lost and
 * what memory the lab holds on the way.
 */

require dirname(__DIR__).'/vendor/autoload.php';

[$calls, $rate] = [(int) ($argv[1] ?? 6000), (int) ($argv[2] ?? 20)];
$text = str_replace('10.47.', '10.149.', (string) file_get_contents(dirname(__DIR__).'/demo/kestrel-sound.json'));
$job = JobFile::read($text, ShippedProfiles::load());
$lab = new Lab($job, LabPorts::ofThisUser(), UnitFiles::make());
$sip = new LabSip($job, new LabNetwork($job), new Sockets(new TargetGate()));
Amp\delay(0.5);
$system = $sip->addressOf($job->devices['pbx']).':'.LabSip::PORT;
$of = static fn (string $unit): string => (string) $sip->addressOf($job->devices[$unit]);
$callee = new ForeignAgent(ForeignScenario::callee(), $of('ticket-1'), 25091, $system, '2010', 'lab-2010', []);
$registers = new ForeignAgent(
    ForeignScenario::registration(),
    $of('ticket-1'),
    25092,
    $system,
    '2010',
    'lab-2010',
    ['-key', 'at', '25091', '-m', '1'],
);
if (0 !== $registers->wait(5)) {
    exit($registers->errors());
}
$caller = new ForeignAgent(
    ForeignScenario::call()->stands()->pause('1000')->hangUp(3),
    $of('control-phone-2'),
    25093,
    $system,
    '2003',
    'lab-2003',
    ['-s', '2010', '-auth_uri', '2010@'.$system, '-m', (string) $calls, '-r', (string) $rate],
);
$memory = static function (): int {
    gc_collect_cycles();

    return memory_get_usage();
};
$start = hrtime(true);
$readings = [];
while ($caller->isRunning()) {
    Amp\delay(1);
    $at = (int) round((hrtime(true) - $start) / 1e9);
    if (0 === $at % 30) {
        $readings[$at] = sprintf('%d s: %.1f MB', $at, $memory() / 1e6);
    }
}
$code = $caller->wait(1);
printf(
    "%d calls at %d a second: %s; memory of the lab %s; 40 s later %s MB\n",
    $calls,
    $rate,
    0 === $code ? 'none lost' : 'some lost: '.$caller->errors(),
    implode(', ', $readings),
    (static function () use ($memory): string {
        Amp\delay(40);

        return number_format($memory() / 1e6, 1);
    })(),
);
foreach ([$caller, $registers, $callee] as $agent) {
    $agent->stop();
}
$lab->stop();
exit($code);
