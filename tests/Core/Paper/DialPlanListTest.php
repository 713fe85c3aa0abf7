<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Paper;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\VoiceRoute;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Tests\Support\Jobs;

final class DialPlanListTest extends TestCase
{
    /** What comes in goes to an extension, never out again by the lines it came in on. */
    public function testDirectDialInLeadsToTheExtension(): void
    {
        $job = Jobs::demo();
        $route = ['id' => 'ddi', 'name' => 'Direct dial-in', 'direction' => 'in', 'digitMap' => '20xx'];
        $job = $job->with(new ChangeSet('', [new Edit(VoiceRoute::class, 'ddi', null, $route)]));
        $paper = PrintableLists::all()['dial-plan'];
        $leads = (int) array_search('Leads to', $paper->heads(), true);
        $rows = array_column($paper->rows($job), $leads, 0);
        self::assertSame('the dialled extension', $rows['Direct dial-in']);
    }
}
