<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Entity\FetchResult;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultClosed;
use Vorhut\App\Web\AttemptCounter;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Provision\PhoneFile;
use Vorhut\Core\Setting\Settings;

/** Serves units their files. Whoever asks for what is not there learns nothing, not even whether a job is. */
final class UnitFileController extends AbstractController
{
    /** Wrong words from one address within a minute. */
    private const MAX = 30;

    public function __construct(
        private readonly FileDesk $desk,
        private readonly UnitFiles $files,
        private readonly RenderedFiles $rendered,
        private readonly Fetches $fetches,
        private readonly Vault $vault,
        private readonly JobReading $reading,
        private readonly AttemptCounter $tries,
    ) {}

    #[Route('/p/{word}/{file}', name: 'unit_file', methods: ['GET'], requirements: ['file' => '[A-Za-z0-9._-]{0,120}'])]
    public function fetch(string $word, string $file, Request $request): Response
    {
        $job = $this->desk->find($word)?->getJob();
        if (null === $job || !$job->isReady()) {
            return $this->unknownWord($request);
        }
        $settings = new Settings($this->reading->job($job));
        $unit = UnitFiles::named($settings, $file);
        if (null !== $unit) {
            return $this->serve($job, $settings, $unit, $request);
        }
        $this->fetches->add(job: $job, device: null, file: $file, request: $request, result: FetchResult::Unknown, version: '');
        $this->fetches->tidy($job);

        return self::nothing(Response::HTTP_NOT_FOUND);
    }

    /** Only wrong words count: units that boot together ask for many names, some of which are not there, from one address. */
    private function unknownWord(Request $request): Response
    {
        $place = 'file-'.hash('xxh128', (string) $request->getClientIp());
        if ($this->tries->count($place) >= self::MAX) {
            return self::nothing(Response::HTTP_TOO_MANY_REQUESTS, ['Retry-After' => '60']);
        }
        $this->tries->add($place);

        return self::nothing(Response::HTTP_NOT_FOUND);
    }

    private function serve(StoredJob $job, Settings $settings, PhoneFile $unit, Request $request): Response
    {
        $device = $unit->device->id;
        $text = $this->rendered->text($job, $settings->job, $unit);
        if (null === $text) {
            $this->fetches->add(job: $job, device: $device, file: $unit->name, request: $request, result: FetchResult::Faulty, version: '');

            return self::nothing(Response::HTTP_NOT_FOUND);
        }
        $version = UnitFiles::versionOf($text);
        $secrets = $request->isMethod('HEAD') ? [] : $this->secrets($job, $unit);
        $text = [] === $secrets ? $text : $this->files->render($settings->job, $unit, $secrets);
        if (!$request->isMethod('HEAD')) {
            $result = [] === $secrets ? FetchResult::Served : FetchResult::WithSecret;
            $this->fetches->add(job: $job, device: $device, file: $unit->name, request: $request, result: $result, version: $version);
            $this->fetches->tidy($job);
        }
        $type = $settings->job->profileOf($unit->device)->provisioning->type;

        return new Download($text, MediaType::fromForeign($type->value), $unit->name);
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
    private static function nothing(int $status, array $headers = []): Response
    {
        return new Response('', $status, $headers + ['Content-Type' => 'text/plain', 'Cache-Control' => 'no-store']);
    }
}
