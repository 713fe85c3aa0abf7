<?php

declare(strict_types=1);

namespace Vorhut\App\Papers;

use Dompdf\Dompdf;
use Dompdf\Options;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Response;
use Twig\Environment;
use Vorhut\App\Papers\Tagged\PageNumbers;
use Vorhut\App\Papers\Tagged\TaggedCanvas;
use Vorhut\App\Papers\Tagged\Tagging;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;

/** A template as a PDF, tagged and with page numbers. Nothing is fetched and nothing in it is run. */
final readonly class Pdf
{
    private const FONT = 'DejaVu Sans';
    /** Points of a millimetre. */
    private const POINTS = 72 / 25.4;
    private const MADE = '/(?<=Date \(D:)\d{14}(?=[+-])/';
    private const ID = '/(?<=\/ID\[<)[0-9a-f]{32}(?=><)|(?<=><)[0-9a-f]{32}(?=>\])/';

    public function __construct(private Environment $twig, #[Autowire('%kernel.cache_dir%')] private string $cache) {}

    /** @param string $foot what stands at the foot of every page beside its number */
    public function render(string $template, object $view, string $foot): string
    {
        return $this->tagged($template, $view, null, $foot);
    }

    /** @param array{float, float} $paper width and height in mm; nothing stands at its foot */
    public function sheet(string $template, object $view, array $paper): string
    {
        return $this->tagged($template, $view, $paper, null);
    }

    /** @param array{float, float}|null $paper null: A4 */
    private function tagged(string $template, object $view, ?array $paper, ?string $foot): string
    {
        $pdf = $this->begin();
        if (null !== $paper) {
            $pdf->setPaper([0, 0, $paper[0] * self::POINTS, $paper[1] * self::POINTS]);
        }
        $pdf->loadHtml($this->twig->render($template, ['view' => $view]));
        $canvas = $pdf->getCanvas();
        \assert($canvas instanceof TaggedCanvas);
        $tagging = new Tagging($canvas->file());
        $numbers = new PageNumbers($canvas, $tagging, $pdf->getFontMetrics()->getFont(self::FONT) ?? '');
        $pdf->setCallbacks([
            ['event' => 'begin_frame', 'f' => $tagging->begin(...)],
            ['event' => 'begin_frame', 'f' => $numbers->see(...)],
            ['event' => 'end_frame', 'f' => $tagging->end(...)],
        ]);
        $pdf->render();
        if (null !== $foot) {
            $numbers->write($foot);
        }
        $bytes = $pdf->output();
        // Pages point at each other in rings, which are let go only when they are looked for.
        unset($pdf, $canvas, $tagging, $numbers);
        gc_collect_cycles();

        return $bytes;
    }

    /** The same bytes for the same state, whenever it was made: dated with the state, and known by what stands in it. */
    public static function dated(string $bytes, \DateTimeImmutable $at): string
    {
        $made = $at->setTimezone(new \DateTimeZone(date_default_timezone_get()))->format('YmdHis');
        $bytes = (string) preg_replace([self::MADE, self::ID], [$made, str_repeat('0', 32)], $bytes);

        return (string) preg_replace(self::ID, hash('xxh128', $bytes), $bytes);
    }

    private function begin(): Dompdf
    {
        class_exists(TaggedCanvas::class);
        $fonts = $this->cache.'/fonts';
        if (!is_dir($fonts)) {
            mkdir($fonts, 0o700, true);
        }

        return new Dompdf(new Options([
            'isRemoteEnabled' => false,
            'isPhpEnabled' => false,
            'isJavascriptEnabled' => false,
            'isFontSubsettingEnabled' => true,
            'pdfBackend' => TaggedCanvas::class,
            'defaultPaperSize' => 'a4',
            'defaultFont' => self::FONT,
            'fontDir' => $fonts,
            'fontCache' => $fonts,
            'tempDir' => sys_get_temp_dir(),
            'chroot' => [$fonts],
        ]));
    }

    public function answer(string $name, string $bytes): Response
    {
        return new Download($bytes, MediaType::Pdf, $name);
    }
}
