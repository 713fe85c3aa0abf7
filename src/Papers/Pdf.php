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
    /** Points of a millimetre. */
    private const POINTS = 72 / 25.4;
    private const MADE = '/(?<=Date \(D:)\d{14}(?=[+-])/';
    private const ID = '/(?<=\/ID\[<)[0-9a-f]{32}(?=><)|(?<=><)[0-9a-f]{32}(?=>\])/';

    public function __construct(private Environment $twig, #[Autowire('%kernel.cache_dir%')] private string $cache)
    {
    }

    /** @param string $foot what stands at the foot of every page beside its number */
    public function of(string $template, object $view, string $foot): string
    {
        $pdf = $this->begin();
        $pdf->setPaper('a4');
        $pdf->loadHtml($this->twig->render($template, ['view' => $view]));
        $pdf->render();
        $canvas = $pdf->getCanvas();
        $font = $pdf->getFontMetrics()->getFont('DejaVu Sans') ?? '';
        $canvas->page_text(42, 812, $foot.'    {PAGE_NUM} / {PAGE_COUNT}', $font, self::SIZE, self::GREY);

        return $pdf->output();
    }

    /** @param array{float, float} $paper width and height in mm; nothing stands at its foot */
    public function sheet(string $template, object $view, array $paper): string
    {
        $pdf = $this->begin();
        $pdf->setPaper([0, 0, $paper[0] * self::POINTS, $paper[1] * self::POINTS]);
        $pdf->loadHtml($this->twig->render($template, ['view' => $view]));
        $pdf->render();

        return $pdf->output();
    }

    /** The same bytes whenever it was made: of what it says about that, as many characters, so that nothing in it moves. */
    public static function undated(string $bytes): string
    {
        return (string) preg_replace([self::MADE, self::ID], ['20000101000000', str_repeat('0', 32)], $bytes);
    }

    private function begin(): Dompdf
    {
        $fonts = $this->cache.'/fonts';
        if (!is_dir($fonts)) {
            mkdir($fonts, 0o700, true);
        }

        return new Dompdf(new Options([
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
    }

    public function answer(string $name, string $bytes): Response
    {
        return new Response($bytes, headers: [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => \sprintf('attachment; filename="%s"', $name),
        ]);
    }
}
