<?php

declare(strict_types=1);

namespace Vorhut\App\Papers\Tagged;

use Dompdf\Adapter\CPDF;
use Dompdf\Dompdf;

/** Draws on a file that says what its parts are. */
final class TaggedCanvas extends CPDF
{
    private readonly TaggedFile $file;

    /** @param array{float, float, float, float}|string $paper */
    public function __construct($paper = 'a4', string $orientation = 'portrait', ?Dompdf $dompdf = null)
    {
        parent::__construct($paper, $orientation, $dompdf);
        $options = $this->_dompdf->getOptions();
        $size = [0.0, 0.0, $this->_width, $this->_height];
        $this->file = new TaggedFile($size, true, $options->getFontCache(), $options->getTempDir());
        $now = substr_replace(date('YmdHisO'), "'", -2, 0)."'";
        $this->file->addInfo('CreationDate', 'D:'.$now);
        $this->file->addInfo('ModDate', 'D:'.$now);
        $this->_pdf = $this->file;
        $this->_pages = [$this->file->getFirstPageId()];
    }

    public function file(): TaggedFile
    {
        return $this->file;
    }
}
