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
internal sealed class FilesIn(SheetShelf sheets, BlobShelf blobs, BuildLog builds, BuildReader reader, ProcedureBook book)
{
    /// <summary>Takes an engine sheet in.</summary>
    /// <exception cref="UnusableInputException">It can't be worked with, or another sheet has its name and version: what would be
    /// right.</exception>
    public async Task TakeAsync(EngineSheet sheet, CancellationToken cancel)
    {
        var faults = new Faults();
        CheckSheet(sheet, "", faults, await sheets.AllAsync(cancel));
        faults.ThrowIfAny();
        await sheets.AddAsync(sheet, cancel);
    }

    /// <summary>Takes a build in, with its sheets and its pictures.</summary>
    /// <returns>False where it is in this shop already; then nothing is changed.</returns>
    /// <exception cref="UnusableInputException">It can't be read or worked out: by its field, what would be right.</exception>
    public async Task<bool> TakeAsync(BuildFile file, CancellationToken cancel)
    {
        var here = await sheets.AllAsync(cancel);
        var faults = new Faults();
        faults.Require(
            file.Format == BuildFile.FormatName,
            "format",
            $"is “{file.Format}”; this version of Neat Bore reads {BuildFile.FormatName}. A newer one may read it"
        );
        for (var i = 0; i < file.Sheets.Count; i++)
        {
            CheckSheet(file.Sheets[i], $"sheets[{i}].", faults, here);
        }

        for (var i = 0; i < (file.Photos?.Count ?? 0); i++)
        {
            var photo = file.Photos![i];
            faults.Require(
                Picture.Read(photo.Bytes) is { } picture
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
        faults.ThrowIfAny();
        LineOf(file, here, faults);
        faults.ThrowIfAny();
        if (await builds.UpToAsync(file.Id, cancel) is not null)
        {
            return false;
        }

        foreach (var sheet in file.Sheets)
        {
            await sheets.AddAsync(sheet, cancel);
        }

        foreach (var photo in file.Photos ?? [])
        {
            await blobs.AddAsync(photo.Sha256, photo.Type, photo.Bytes, cancel);
        }

        return await builds.OpenAsync(file.Id, file.Log, LineOf(file, await sheets.AllAsync(cancel), faults), cancel);
    }

    private MadeLine? LineOf(BuildFile file, IReadOnlyDictionary<SheetRef, EngineSheet> here, Faults faults)
    {
        var all = file.Sheets.Concat(here.Values).DistinctBy(s => s.Ref).ToDictionary(s => s.Ref);
        try
        {
            return BuildReader.Line(file.Id, reader.Grown(null, all, file.Log));
        }
        catch (UnreadableLogException e)
        {
            faults.Add("log", $"can’t be worked out: {e.Message}");
            return null;
        }
    }

    private void CheckSheet(EngineSheet sheet, string at, Faults faults, IReadOnlyDictionary<SheetRef, EngineSheet> here)
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
        if (faults.Any)
        {
            return;
        }

        // Every task that it offers is begun on it once, for what a single value by itself does not show.
        var (by, now) = (new Signer("nobody", "Nobody", Role.Lead), DateTimeOffset.UnixEpoch);
        foreach (var procedure in book.Newest)
        {
            try
            {
                var places = procedure.Places(sheet);
                // What nobody has told yet is asked for before its task begins.
                if (places.Count > 0 && Completion.Of(sheet, [], procedure.Wants) is { Ready: true } whole)
                {
                    var task = new TaskRef(procedure.Id, procedure.Home ?? places[0]);
                    WorkedBuild.Of(
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
