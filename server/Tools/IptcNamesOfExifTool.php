<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Process\Process;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Stamp\IptcNames;

/** Asks ExifTool, once, by having it write one of these properties into a packet of its own. */
final class IptcNamesOfExifTool implements IptcNames
{
    private const PROPERTY = 'AuthorsPosition';

    private ?XmpName $name = null;

    public function of(string $local): XmpName
    {
        $this->name ??= self::asked();

        return $this->name->sibling($local);
    }

    private static function asked(): XmpName
    {
        $file = sys_get_temp_dir().'/velvet-names-'.getmypid().'-'.bin2hex(random_bytes(4)).'.xmp';
        try {
            (new Process(['exiftool', '-q', '-XMP:'.self::PROPERTY.'=x', '-o', $file]))->mustRun();
            $document = new \DOMDocument();
            $document->loadXML((string) file_get_contents($file), \LIBXML_NONET);
        } finally {
            @unlink($file);
        }
        $element = $document->getElementsByTagName('*');
        foreach ($element as $one) {
            if (self::PROPERTY === $one->localName && null !== $one->namespaceURI) {
                return XmpName::in($one->prefix, $one->namespaceURI, self::PROPERTY);
            }
        }
        throw new \RuntimeException('ExifTool does not write IPTC Core.');
    }
}
