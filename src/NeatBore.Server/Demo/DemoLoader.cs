using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using NeatBore.Core;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Plan.Shop;
using NeatBore.Server.Photos;
using NeatBore.Store;
using Npgsql;

namespace NeatBore.Server.Demo;

/// <summary>Loads the made-up shop from the app's own open files; what is in the record already is left as it is.</summary>
/// <remarks>A file that is not what it should be is left out and said so in one line; the rest of the shop starts without it.</remarks>
internal sealed class DemoLoader(ShopRegister shop, SheetShelf sheets, BlobShelf blobs, BuildLog builds, PlanShelf plan, TimeProvider clock)
{
    public async Task LoadAsync(string folder, CancellationToken cancel)
    {
        var days = DemoTimes.DaysTo(Files(folder, "builds").Select(Text), DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime));
        await TakeAsync(Path.Combine(folder, "shop.json"), days, CoreJson.Default.Shop, s => shop.AddAsync(s, cancel));
        foreach (var file in Files(folder, "sheets"))
        {
            await TakeAsync(file, days, CoreJson.Default.EngineSheet, s => AddAsync(s, cancel));
        }

        await TakeAsync(Path.Combine(folder, "hours.json"), 0, Json.Of<IReadOnlyList<DemoWeek>>(), weeks => WorkAsync(weeks, cancel));
        foreach (var file in Files(folder, "builds"))
        {
            await TakeAsync(file, days, CoreJson.Default.BuildFile, b => OpenAsync(b, cancel));
        }
    }

    /// <summary>When somebody of the made-up shop works.</summary>
    public sealed record DemoWeek(string Person, WorkingWeek Week);

    // Hours that were typed since stay as they are.
    private async Task WorkAsync(IReadOnlyList<DemoWeek> weeks, CancellationToken cancel)
    {
        if ((await plan.ReadAsync(cancel)).Hours.Count > 0)
        {
            return;
        }

        foreach (var week in weeks)
        {
            await plan.PutHoursAsync(
                new KeptHours(week.Person, JsonSerializer.Serialize(week.Week, Json.Of<WorkingWeek>())),
                "demo",
                cancel
            );
        }
    }

    private async Task AddAsync(EngineSheet sheet, CancellationToken cancel)
    {
        if (sheet.Rockers?.Fault() is { } fault)
        {
            throw new InvalidDataException(fault);
        }

        await sheets.AddAsync(sheet, cancel);
    }

    private async Task OpenAsync(BuildFile build, CancellationToken cancel)
    {
        if (build.Log is not [{ Seq: 1, Event: BuildOpened }, ..])
        {
            throw new InvalidDataException("its log must begin with the entry that opens the build, number 1");
        }

        foreach (var sheet in build.Sheets)
        {
            await sheets.AddAsync(sheet, cancel);
        }

        foreach (var photo in build.Photos ?? [])
        {
            if (
                Picture.Read(photo.Bytes) is not { } picture
                || picture.Type != photo.Type
                || Convert.ToHexStringLower(SHA256.HashData(photo.Bytes)) != photo.Sha256
            )
            {
                throw new InvalidDataException($"the picture {photo.Sha256} must be what its type and its SHA-256 say");
            }

            await blobs.AddAsync(photo.Sha256, photo.Type, photo.Bytes, cancel);
        }

        // Its line of Today follows with the others that are missing.
        await builds.OpenAsync(build.Id, build.Log, null, cancel);
    }

    private static IEnumerable<string> Files(string folder, string kind) =>
        Path.Combine(folder, kind) is var path && Directory.Exists(path)
            ? Directory.EnumerateFiles(path, "*.json").Order(StringComparer.Ordinal)
            : [];

    // One that can't be read has no times; why is said when it is taken.
    private static string Text(string file)
    {
        try
        {
            return File.ReadAllText(file);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            return "";
        }
    }

    private static async Task TakeAsync<T>(string file, int days, JsonTypeInfo<T> type, Func<T, Task> take)
    {
        try
        {
            var json = DemoTimes.Moved(await File.ReadAllTextAsync(file), days);
            await take(JsonSerializer.Deserialize(json, type) ?? throw new InvalidDataException("it holds nothing"));
        }
        catch (Exception e)
            when (e is JsonException or IOException or InvalidDataException or UnauthorizedAccessException or NotSupportedException)
        {
            LeaveOut(file, e.Message);
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            LeaveOut(file, $"an id in it is taken by another build ({e.Detail})");
        }
        catch (PostgresException e)
            when (e.SqlState.StartsWith("22", StringComparison.Ordinal) || e.SqlState.StartsWith("23", StringComparison.Ordinal))
        {
            LeaveOut(file, e.MessageText);
        }
    }

    private static void LeaveOut(string file, string why) =>
        Console.Error.WriteLine($"Neat Bore: left out {file}: {why.ReplaceLineEndings(" ")}");
}
