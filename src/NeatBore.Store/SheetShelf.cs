using System.Text.Json;
using Dapper;
using NeatBore.Core;
using NeatBore.Core.Bench;

namespace NeatBore.Store;

/// <summary>Engine sheets in all their versions. A version is never changed once it is in.</summary>
public sealed class SheetShelf(Database database)
{
    /// <summary>Every version of every sheet.</summary>
    public async Task<IReadOnlyDictionary<SheetRef, EngineSheet>> AllAsync(CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        var bodies = await connection.QueryAsync<string>(new CommandDefinition(
            "select body::text from sheet_version order by id, version", cancellationToken: cancel));
        return bodies.Select(b => JsonSerializer.Deserialize(b, CoreJson.Default.EngineSheet)!).ToDictionary(s => s.Ref);
    }

    /// <summary>Puts a version in; one that is there already is left as it is.</summary>
    public async Task AddAsync(EngineSheet sheet, CancellationToken cancel = default)
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(new CommandDefinition(
            "insert into sheet_version (id, version, body) values (@Id, @Version, @body::jsonb) on conflict do nothing",
            new { sheet.Id, sheet.Version, body = JsonSerializer.Serialize(sheet, CoreJson.Default.EngineSheet) },
            cancellationToken: cancel));
    }
}
