using System.Security.Cryptography;
using System.Text.Json;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using NeatBore.Server.Builds;
using NeatBore.Server.Photos;
using NeatBore.Store;

namespace NeatBore.Server.Files;

/// <summary>Takes the app's own open files in: all of one or nothing of it, looked through whole before anything is kept.</summary>
internal sealed class FilesIn(SheetShelf sheets, BuildLog builds, BuildReader reader, ProcedureBook book, TimeProvider clock)
{
    /// <summary>A build's log, its sheets, its pictures: more than any engine's life, and little enough to look through.</summary>
    private const int MostEntries = 100_000;

    private const int MostSheets = 50;
    private const int MostPhotos = 500;

    /// <summary>As long as somebody waits for a file.</summary>
    private static readonly TimeSpan s_longest = TimeSpan.FromSeconds(30);

    private static readonly DateTimeOffset s_earliest = new(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    /// <summary>Takes an engine sheet in.</summary>
    /// <exception cref="UnusableInputException">It can't be worked with, or another sheet has its name and version: what would be
    /// right.</exception>
    public async Task TakeAsync(EngineSheet sheet, CancellationToken cancel)
    {
        var faults = new Faults();
        CheckSheet(sheet, "", faults, await sheets.AllAsync(cancel), clock.GetTimestamp());
        faults.ThrowIfAny();
        await sheets.AddAsync(sheet, cancel);
    }

    /// <summary>Takes a build in, with its sheets and its pictures.</summary>
    /// <returns>False where it is in this shop already; then nothing is changed.</returns>
    /// <exception cref="UnusableInputException">It can't be read or worked out: by its field, what would be right.</exception>
    public async Task<bool> TakeAsync(BuildFile file, CancellationToken cancel)
    {
        var (here, began) = (await sheets.AllAsync(cancel), clock.GetTimestamp());
        var faults = new Faults();
        faults.Require(
            file.Format == BuildFile.FormatName,
            "format",
            file.Format == BuildFile.Before
                ? $"is “{file.Format}”, made before 1.0: this version of Neat Bore reads {BuildFile.FormatName}"
                : $"is “{file.Format}”; this version of Neat Bore reads {BuildFile.FormatName}. A newer one may read it"
        );
        faults.Listed(file.Sheets, 0, MostSheets, "sheets");
        faults.Listed(file.Log, 1, MostEntries, "log");
        faults.Listed(file.Photos ?? [], 0, MostPhotos, "photos");
        faults.ThrowIfAny();
        for (var i = 0; i < file.Sheets.Count; i++)
        {
            var (sheet, before) = (file.Sheets[i], file.Sheets.Take(i).FirstOrDefault(s => s.Ref == file.Sheets[i].Ref));
            if (before is null)
            {
                CheckSheet(sheet, $"sheets[{i}].", faults, here, began);
            }
            else
            {
                faults.Require(
                    Same(before, sheet),
                    $"sheets[{i}].version",
                    $"{sheet.Version} of “{sheet.Id}” stands twice, and says two things"
                );
            }
        }

        for (var i = 0; i < (file.Photos?.Count ?? 0); i++)
        {
            var photo = file.Photos![i];
            faults.Require(
                PhotoEndpoints.Checked(photo.Bytes, $"photos[{i}]", faults) is { } picture
                    && picture.Type == photo.Type
                    && Convert.ToHexStringLower(SHA256.HashData(photo.Bytes)) == photo.Sha256,
                $"photos[{i}]",
                "must be the picture that its type and its SHA-256 say"
            );
        }

        var inOrder = file.Log.Select((e, i) => e.Seq == i + 1).All(right => right);
        faults.Require(
            inOrder && file.Log is [{ Event: BuildOpened }, ..],
            "log",
            "must begin with the entry that opens the build and be numbered 1, 2, 3 and so on: entries are missing, or it was cut short"
        );
        CheckTimes(file.Log, faults);
        faults.ThrowIfAny();
        if (await builds.UpToAsync(file.Id, cancel) is not null)
        {
            return false;
        }

        var line = LineOf(file, here, faults);
        faults.ThrowIfAny();
        InTime(began);
        return await builds.OpenAsync(file.Id, file.Log, line, [.. file.Sheets.DistinctBy(s => s.Ref)], file.Photos ?? [], cancel);
    }

    /// <summary>Entries follow one another in time, and what was done was done before it was stored, as the desk has it: a shop whose
    /// clock ran ahead for a while takes its own builds back all the same.</summary>
    private static void CheckTimes(IReadOnlyList<LogEntry> log, Faults faults)
    {
        var before = s_earliest;
        for (var i = 0; i < log.Count && !faults.Full; i++)
        {
            var (stored, done) = (log[i].StoredAt, log[i].Event.DoneAt);
            faults.Require(
                stored >= before,
                $"log[{i}].storedAt",
                $"must not be before {before:yyyy-MM-dd HH:mm} UTC, that of the entry before it"
            );
            faults.Require(
                done >= s_earliest && done - stored <= Told.Ahead,
                $"log[{i}].event.doneAt",
                $"must be from {s_earliest:yyyy-MM-dd} to when it was stored; where a tablet’s clock was wrong, it is that time itself"
            );
            before = stored > before ? stored : before;
        }
    }

    private void InTime(long began)
    {
        if (clock.GetElapsedTime(began) > s_longest)
        {
            throw new UnusableInputException(
                "",
                $"takes more than {s_longest.TotalSeconds} s to look through: it holds more than an engine has"
            );
        }
    }

    private MadeLine? LineOf(BuildFile file, IReadOnlyDictionary<SheetRef, EngineSheet> here, Faults faults)
    {
        var all = file.Sheets.Concat(here.Values).DistinctBy(s => s.Ref).ToDictionary(s => s.Ref);
        try
        {
            return BuildReader.Line(file.Id, reader.Grown(null, all, file.Log));
        }
        catch (Exception e) when (BuildReader.IsItsOwn(e))
        {
            faults.Add("log", $"can’t be worked out: {e.Message}");
            return null;
        }
    }

    private void CheckSheet(EngineSheet sheet, string at, Faults faults, IReadOnlyDictionary<SheetRef, EngineSheet> here, long began)
    {
        faults.Require(sheet.Id.Length is > 0 and <= 60, $"{at}id", "must be 1 to 60 characters, such as straight-six-2.7");
        faults.Require(sheet.Version is > 0 and < 1_000_000, $"{at}version", "must be a whole number from 1");
        faults.Require(sheet.Name.Trim().Length is > 0 and <= 80, $"{at}name", "must be 1 to 80 characters, as the shop calls the engine");
        faults.Require(sheet.Rockers?.Fault() is null, $"{at}rockers", sheet.Rockers?.Fault() ?? "");
        faults.Require(
            !here.TryGetValue(sheet.Ref, out var there) || Same(there, sheet),
            $"{at}version",
            $"{sheet.Version} of “{sheet.Id}” is in this shop and says otherwise: give the changed one the next number"
        );
        SheetLists.Check(sheet, at, faults);
        if (faults.Any)
        {
            return;
        }

        // Every task that it offers is begun on it once, for what a single value by itself does not show.
        var (by, now) = (new Signer("nobody", "Nobody", Role.Lead), DateTimeOffset.UnixEpoch);
        foreach (var procedure in book.Newest)
        {
            InTime(began);
            try
            {
                var places = procedure.Places(sheet);
                // What nobody has told yet is asked for before its task begins.
                if (places.Count > 0 && Completion.Of(sheet, [], procedure.Wants) is { Ready: true } whole)
                {
                    var task = new TaskRef(procedure.Id, procedure.Home ?? places[0]);
                    var build = WorkedBuild.Of(
                        new Dictionary<SheetRef, EngineSheet> { [sheet.Ref] = sheet },
                        book,
                        [
                            new(1, now, by, new BuildOpened(Guid.NewGuid(), now, "1", "Tried", sheet.Ref)),
                            new(
                                2,
                                now,
                                by,
                                new TaskStarted(Guid.NewGuid(), now, task, procedure.Version, sheet.Ref, whole.Made ? whole.Sheet : null)
                            ),
                        ]
                    );
                    // What stands on the whole of it: Today's line, and every bolt in its place.
                    _ = BuildReader.Line(Guid.Empty, build);
                    _ = FastenerBoard.Of(build.State, book, build.SheetOf, sheet);
                }
            }
            catch (Exception e) when (e is not OutOfMemoryException)
            {
                faults.Add(at.TrimEnd('.'), $"“{procedure.Title}” can’t be begun with it: {e.Message}");
            }
        }
    }

    private static bool Same(EngineSheet a, EngineSheet b) =>
        JsonSerializer.Serialize(a, CoreJson.Default.EngineSheet) == JsonSerializer.Serialize(b, CoreJson.Default.EngineSheet);
}
