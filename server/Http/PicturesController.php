<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Server\Pages\AskedPicture;
use VelvetLedger\Server\Pages\ManyPictures;

/** Many small pictures by one request, one after the other as they are made: a sheet of thousands asks for those in view. */
final readonly class PicturesController
{
    private const MOST = 64;

    public function __construct(private ManyPictures $pictures)
    {
    }

    /**
     * Of each that is asked for, in order: its place in the question and the length of its JPEG, uint32 BE both, then the JPEG;
     * a length of 0 where none can be made.
     */
    #[Route('/api/pictures', methods: ['POST'])]
    public function pictures(Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        $asked = $fields->make(static fn (): array => $fields->list('of', static function (mixed $value, string $at): AskedPicture {
            $one = Fields::of($value, $at);

            return $one->make(static fn (): AskedPicture => new AskedPicture($one->text('card', '', 16), $one->text('file', '', 4000), $one->number('frame', 0), PictureAnswer::edgeOf((string) $one->number('edge', 160)), PictureAnswer::quarters((string) ($one->numberOrNull('turn') ?? ''))));
        }));
        if (\count($asked) > self::MOST) {
            throw BadDocument::at('/of', 'must be at most '.self::MOST);
        }

        return new StreamedResponse(function () use ($asked): void {
            $this->pictures->together($asked);
            foreach ($asked as $place => $one) {
                try {
                    $jpeg = $this->pictures->of($one);
                } catch (CouldNot) {
                    $jpeg = '';
                }
                echo pack('NN', $place, \strlen($jpeg)), $jpeg;
                flush();
                if (0 !== connection_aborted()) {
                    return;
                }
            }
        }, 200, ['Content-Type' => 'application/octet-stream', 'X-Accel-Buffering' => 'no', 'Content-Encoding' => 'identity']);
    }
}
