using System.Text.Json;
using NeatBore.Core;
using NeatBore.Core.Bench;
using NeatBore.Store;

namespace NeatBore.Server.Demo;

/// <summary>Loads the made-up shop from the app's own open files; what is in the record already is left as it is.</summary>
internal sealed class DemoLoader(ShopRegister shop, SheetShelf sheets, BuildLog builds)
{
    public async Task LoadAsync(string folder, CancellationToken cancel)
    {
        await shop.AddAsync(await ReadAsync(Path.Combine(folder, "shop.json"), CoreJson.Default.Shop, cancel), cancel);
        foreach (var file in Directory.EnumerateFiles(Path.Combine(folder, "sheets"), "*.json").Order(StringComparer.Ordinal))
        {
            var sheet = await ReadAsync(file, CoreJson.Default.EngineSheet, cancel);
            if (sheet.Rockers?.Fault() is { } fault)
            {
                throw new InvalidDataException($"{file} is not what it should be: {fault}");
            }

            await sheets.AddAsync(sheet, cancel);
        }

        foreach (var file in Directory.EnumerateFiles(Path.Combine(folder, "builds"), "*.json").Order(StringComparer.Ordinal))
        {
            var build = await ReadAsync(file, CoreJson.Default.BuildFile, cancel);
            foreach (var sheet in build.Sheets)
            {
                await sheets.AddAsync(sheet, cancel);
            }

            await builds.OpenAsync(build.Id, build.Log, cancel);
        }
    }

    private static async Task<T> ReadAsync<T>(string file, System.Text.Json.Serialization.Metadata.JsonTypeInfo<T> type, CancellationToken cancel)
    {
        await using var stream = File.OpenRead(file);
        try
        {
            return (await JsonSerializer.DeserializeAsync(stream, type, cancel))!;
        }
        catch (JsonException e)
        {
            throw new InvalidDataException($"{file} is not what it should be: {e.Message}", e);
        }
    }
}
