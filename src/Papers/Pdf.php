<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Dompdf\Dompdf;
use Dompdf\Options;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Response;
use Twig\Environment;

/** A template as a PDF, with page numbers. Nothing is fetched and nothing in it is run. */
final readonly class Pdf
{
    private const GREY = [0.33, 0.36, 0.41];
    private const SIZE = 8.0;

    public function __construct(private Environment $twig, #[Autowire('%kernel.cache_dir%')] private string $cache)
    {
    }

    /** @param string $foot what stands at the foot of every page beside its number */
    public function of(string $template, object $view, string $foot): string
    {
        $fonts = $this->cache.'/fonts';
        if (!is_dir($fonts)) {
            mkdir($fonts, 0o700, true);
        }
        $pdf = new Dompdf(new Options([
            'isRemoteEnabled' => false,
            'isPhpEnabled' => false,
            'isJavascriptEnabled' => false,
            'isFontSubsettingEnabled' => true,
            'defaultFont' => 'DejaVu Sans',
            'fontDir' => $fonts,
            'fontCache' => $fonts,
            'tempDir' => sys_get_temp_dir(),
            'chroot' => [$fonts],
        ]));
        $pdf->setPaper('a4');
        $pdf->loadHtml($this->twig->render($template, ['view' => $view]));
        $pdf->render();
        $canvas = $pdf->getCanvas();
        $font = $pdf->getFontMetrics()->getFont('DejaVu Sans') ?? '';
        $canvas->page_text(42, 812, $foot.'    {PAGE_NUM} / {PAGE_COUNT}', $font, self::SIZE, self::GREY);

        return $pdf->output();
    }

    public function answer(string $name, string $bytes): Response
    {
        return new Response($bytes, headers: [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => \sprintf('attachment; filename="%s"', $name),
        ]);
    }
}
