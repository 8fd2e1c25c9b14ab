<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\Publisher;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\PublishesByLink;
use VelvetLedger\Core\Transfer\PublishesByRename;
use VelvetLedger\Tests\Folder;

/** One suite for every way of giving a file its final name. */
final class PublishingTest extends TestCase
{
    private Folder $store;

    protected function setUp(): void
    {
        $this->store = new Folder();
    }

    /** @return iterable<string, array{Publisher}> */
    public static function ways(): iterable
    {
        yield 'by rename' => [new PublishesByRename(new PublishesByLink())];
        yield 'by link' => [new PublishesByLink()];
        yield 'by claim' => [new PublishesByClaim()];
        yield 'by link, else by claim' => [new PublishesByLink(new PublishesByClaim())];
    }

    #[DataProvider('ways')]
    public function testAFileGetsItsNameAndNothingElseIsLeft(Publisher $publisher): void
    {
        $publisher->publish($this->store->put('.b.part', 'bytes'), $this->store->path.'/b.jpg');
        self::assertSame(['b.jpg'], FolderNames::in($this->store->path));
        self::assertSame('bytes', file_get_contents($this->store->path.'/b.jpg'));
    }

    #[DataProvider('ways')]
    public function testANameThatIsTakenIsNeverOverwritten(Publisher $publisher): void
    {
        $temporary = $this->store->put('.b.part', 'new');
        symlink('/nowhere', $this->store->path.'/link.jpg');
        mkdir($this->store->path.'/folder.jpg');
        foreach ([$this->store->put('full.jpg', 'old'), $this->store->put('empty.jpg', ''), $this->store->path.'/link.jpg', $this->store->path.'/folder.jpg'] as $taken) {
            try {
                $publisher->publish($temporary, $taken);
                self::fail("$taken was overwritten");
            } catch (CouldNotPublish $refused) {
                self::assertStringContainsString('is taken by another file since the plan was made. That file was not touched.', $refused->getMessage());
                self::assertSame([$taken, 'the name is taken'], [$refused->place(), $refused->reason()]);
            }
        }
        self::assertSame(['.b.part', 'empty.jpg', 'folder.jpg', 'full.jpg', 'link.jpg'], FolderNames::in($this->store->path));
        self::assertSame('old', file_get_contents($this->store->path.'/full.jpg'));
    }

    #[DataProvider('ways')]
    public function testAFolderThatIsGoneIsSaidInTheSystemsWords(Publisher $publisher): void
    {
        $this->expectException(CouldNotPublish::class);
        $this->expectExceptionMessage('No such file or directory');
        $publisher->publish($this->store->put('.b.part', 'new'), $this->store->path.'/gone/b.jpg');
    }

    /** What a kill between the claim and the rename leaves: an empty file under the final name, and the note beside it. */
    public function testAClaimThatWasCutOffIsTakenBackAndNobodyElsesFileIs(): void
    {
        $this->store->put('b.jpg', '');
        $this->store->put('.b.jpg.claim', '');
        (new PublishesByClaim())->publish($this->store->put('.b.part', 'bytes'), $this->store->path.'/b.jpg');
        self::assertSame('bytes', file_get_contents($this->store->path.'/b.jpg'));
        $this->store->put('.b.jpg.claim', '');
        PublishesByClaim::takeBack($this->store->path.'/b.jpg');
        self::assertSame('bytes', file_get_contents($this->store->path.'/b.jpg'), 'the rename had come about');
        $this->store->put('c.jpg', '');
        PublishesByClaim::takeBack($this->store->path.'/c.jpg');
        self::assertSame(['b.jpg', 'c.jpg'], FolderNames::in($this->store->path), 'without a note an empty file is not ours');
    }
}
