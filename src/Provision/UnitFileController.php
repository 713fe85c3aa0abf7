<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Entity\FetchResult;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\App\Web\Tries;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** Serves units their files. Whoever asks for what is not there learns nothing, not even whether a job is. */
final class UnitFileController extends AbstractController
{
    /** Wrong questions from one place within a minute. */
    private const MOST = 30;

    public function __construct(
        private readonly FileDesk $desk,
        private readonly UnitFiles $files,
        private readonly Fetches $fetches,
        private readonly Vault $vault,
        private readonly JobReading $reading,
        private readonly Tries $tries,
    ) {
    }

    #[Route('/p/{word}/{file}', name: 'unit_file', methods: ['GET'], requirements: ['file' => '[A-Za-z0-9._-]{0,120}'])]
    public function fetch(string $word, string $file, Request $request): Response
    {
        $place = 'file-'.hash('xxh128', (string) $request->getClientIp());
        if ($this->tries->count($place) >= self::MOST) {
            return self::plain('', Response::HTTP_TOO_MANY_REQUESTS, ['Retry-After' => '60']);
        }
        $job = $this->desk->find($word)?->getJob();
        $settings = null === $job || !$job->isReady() ? null : new Settings($this->reading->job($job));
        $unit = null === $settings ? null : UnitFiles::named($settings, $file);
        if (null === $job || null === $settings || null === $unit) {
            $this->tries->add($place);
            if (null !== $job) {
                $this->fetches->add($job, null, $file, $request, FetchResult::Unknown, '');
            }

            return self::plain('', Response::HTTP_NOT_FOUND);
        }

        return $this->serve($job, $settings, $unit, $request);
    }

    private function serve(StoredJob $job, Settings $settings, PhoneFile $unit, Request $request): Response
    {
        $device = $unit->device->id;
        try {
            $version = $this->files->version($settings->job, $unit);
            $secrets = $request->isMethod('HEAD') ? [] : $this->secrets($job, $unit);
            $text = $this->files->render($settings->job, $unit, $secrets);
        } catch (InvalidValue) {
            $this->fetches->add($job, $device, $unit->name, $request, FetchResult::Faulty, '');

            return self::plain('', Response::HTTP_NOT_FOUND);
        }
        if (!$request->isMethod('HEAD')) {
            $result = [] === $secrets ? FetchResult::Served : FetchResult::WithSecret;
            $this->fetches->add($job, $device, $unit->name, $request, $result, $version);
            $this->fetches->tidy($job);
        }

        return self::plain($text, Response::HTTP_OK, [
            'Content-Type' => $settings->job->profileOf($unit->device)->provisioning->type,
        ]);
    }

    /** @return array<string, string> by number; none unless this is the one fetch for which they were opened */
    private function secrets(StoredJob $job, PhoneFile $unit): array
    {
        $opened = [];
        try {
            foreach ($unit->secrets as $number => $name) {
                $secret = $this->vault->find($job, $name);
                $opened += null === $secret ? [] : [$number => $this->vault->open($secret)];
            }
        } catch (VaultClosed) {
            return [];
        }

        return [] !== $opened && $this->desk->takeSecret($job, $unit->device->id) ? $opened : [];
    }

    /** @param array<string, string> $headers */
    private static function plain(string $text, int $status, array $headers = []): Response
    {
        return new Response($text, $status, $headers + ['Content-Type' => 'text/plain', 'Cache-Control' => 'no-store']);
    }
}
