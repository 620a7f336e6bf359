using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using NeatBore.Core.Measures;

namespace NeatBore.Server.Errors;

/// <summary>The request is not well formed: every missing, unknown, doubled or wrongly typed field by its path.</summary>
public sealed class MalformedRequestException(IReadOnlyDictionary<string, string[]> errors) : Exception("The request is not well formed.")
{
    /// <summary>The messages by field path.</summary>
    public IReadOnlyDictionary<string, string[]> Errors { get; } = errors;
}

/// <summary>Reads every request body there is: all that is wrong with it is collected before any of it is used.</summary>
public static class RequestReader
{
    private const double Largest = 1e6;
    private const int FirstYear = 2000;
    private const int LastYear = 2100;

    /// <summary>Reads a body as <typeparamref name="T"/>.</summary>
    /// <exception cref="MalformedRequestException">It is not well formed (400).</exception>
    /// <exception cref="UnusableInputException">A number is outside ±1e6, or a day outside 2000 to 2100 (422).</exception>
    public static async Task<T> ReadAsync<T>(HttpRequest request, JsonTypeInfo<T> type, CancellationToken cancel) =>
        (T)await ReadAsync(request, (JsonTypeInfo)type, cancel);

    /// <summary>Reads a body as the type that is described.</summary>
    /// <exception cref="MalformedRequestException">It is not well formed (400).</exception>
    /// <exception cref="UnusableInputException">A number is outside ±1e6 (422).</exception>
    public static async Task<object> ReadAsync(HttpRequest request, JsonTypeInfo type, CancellationToken cancel)
    {
        JsonDocument document;
        try
        {
            document = await JsonDocument.ParseAsync(request.Body, cancellationToken: cancel);
        }
        catch (JsonException e)
        {
            throw new MalformedRequestException(
                new Dictionary<string, string[]>
                {
                    [""] = [$"must be JSON; it stops making sense at line {e.LineNumber + 1}, byte {e.BytePositionInLine + 1}"],
                }
            );
        }

        using (document)
        {
            var malformed = new Faults();
            var unusable = new Faults();
            try
            {
                Walk(document.RootElement, type, "", malformed, unusable);
            }
            catch (InvalidOperationException)
            {
                // Half a surrogate pair: JSON by its form, but no text.
                malformed.Add("", "must be valid Unicode text throughout");
            }

            if (malformed.Any)
            {
                throw new MalformedRequestException(malformed.ByField);
            }

            unusable.ThrowIfAny();
            return document.RootElement.Deserialize(type)!;
        }
    }

    private static void Walk(JsonElement element, JsonTypeInfo type, string path, Faults malformed, Faults unusable)
    {
        if (malformed.Full)
        {
            return;
        }

        if (type.Type == typeof(MaterialChoice))
        {
            if (element.ValueKind == JsonValueKind.String)
            {
                // Throws on half a surrogate pair, as any text does.
                element.GetString();
                return;
            }

            type = type.Options.GetTypeInfo(typeof(Material));
        }

        switch (type.Kind)
        {
            case JsonTypeInfoKind.Object:
                if (malformed.Require(element.ValueKind == JsonValueKind.Object, path, "must be an object"))
                {
                    WalkObject(element, type, path, malformed, unusable);
                }

                break;
            case JsonTypeInfoKind.Enumerable:
                if (malformed.Require(element.ValueKind == JsonValueKind.Array, path, "must be a list"))
                {
                    var entry = type.Options.GetTypeInfo(type.ElementType!);
                    var i = 0;
                    foreach (var item in element.EnumerateArray())
                    {
                        var at = $"{path}[{i++}]";
                        if (item.ValueKind != JsonValueKind.Null)
                        {
                            Walk(item, entry, at, malformed, unusable);
                        }
                        else if (Nullable.GetUnderlyingType(entry.Type) is null)
                        {
                            malformed.Add(at, "must not be null");
                        }

                        if (malformed.Full)
                        {
                            break;
                        }
                    }
                }

                break;
            default:
                WalkLeaf(element, type, path, malformed, unusable);
                break;
        }
    }

    private static void WalkObject(JsonElement element, JsonTypeInfo type, string path, Faults malformed, Faults unusable)
    {
        string At(string name) => path.Length == 0 ? name : $"{path}.{name}";

        string? discriminator = null;
        // What only another kind has may stand here as null, as older files have it.
        var ofOthers = new HashSet<string>(StringComparer.Ordinal);
        if (type.PolymorphismOptions is { } kinds)
        {
            discriminator = kinds.TypeDiscriminatorPropertyName;
            var known = kinds.DerivedTypes.ToDictionary(d => (string)d.TypeDiscriminator!, d => d.DerivedType);
            if (
                !element.TryGetProperty(discriminator, out var kind)
                || kind.ValueKind != JsonValueKind.String
                || !known.TryGetValue(kind.GetString()!, out var derived)
            )
            {
                malformed.Add(At(discriminator), $"must be one of {string.Join(", ", known.Keys)}");
                return;
            }

            ofOthers.UnionWith(known.Values.SelectMany(other => type.Options.GetTypeInfo(other).Properties).Select(p => p.Name));
            type = type.Options.GetTypeInfo(derived);
        }

        var fields = type
            .Properties.Where(p => p.AssociatedParameter is not null || p.Set is not null)
            .ToDictionary(p => p.Name, StringComparer.Ordinal);
        // What the app writes of itself beside what it was told, it works out again.
        var worked = type.Properties.Where(p => p.Get is not null && !fields.ContainsKey(p.Name)).Select(p => p.Name).ToHashSet();
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var property in element.EnumerateObject())
        {
            if (malformed.Full)
            {
                return;
            }

            if (!seen.Add(property.Name))
            {
                malformed.Add(At(property.Name), "stands twice; it must stand once");
            }
            else if (fields.TryGetValue(property.Name, out var field))
            {
                if (property.Value.ValueKind != JsonValueKind.Null)
                {
                    Walk(property.Value, type.Options.GetTypeInfo(field.PropertyType), At(property.Name), malformed, unusable);
                }
                else if (!field.IsSetNullable)
                {
                    malformed.Add(At(property.Name), "must not be null");
                }
            }
            else if (
                property.Name != discriminator
                && !worked.Contains(property.Name)
                && !(property.Value.ValueKind == JsonValueKind.Null && ofOthers.Contains(property.Name))
            )
            {
                malformed.Add(At(property.Name), $"is not known here; the fields are {string.Join(", ", fields.Keys)}");
            }
        }

        foreach (
            var field in fields.Values.Where(f =>
                !seen.Contains(f.Name) && (f.IsRequired || f.AssociatedParameter is { HasDefaultValue: false, IsMemberInitializer: false })
            )
        )
        {
            malformed.Add(At(field.Name), "is missing");
        }
    }

    private static void WalkLeaf(JsonElement element, JsonTypeInfo type, string path, Faults malformed, Faults unusable)
    {
        if (type.Type == typeof(double) || type.Type == typeof(double?))
        {
            if (
                malformed.Require(
                    element.ValueKind == JsonValueKind.Number && double.IsFinite(element.GetDouble()),
                    path,
                    "must be a finite number"
                )
            )
            {
                unusable.Require(Math.Abs(element.GetDouble()) <= Largest, path, $"must be between −1,000,000 and 1,000,000");
            }

            return;
        }

        if (HoldsNul(element))
        {
            malformed.Add(path, "must not hold a null character");
            return;
        }

        var plain = Nullable.GetUnderlyingType(type.Type) ?? type.Type;
        // A number would be taken for the word that it once stood for, or for none.
        if (plain.IsEnum && element.ValueKind != JsonValueKind.String)
        {
            malformed.Add(path, Wanted(plain, type));
            return;
        }

        try
        {
            element.Deserialize(type);
        }
        catch (JsonException)
        {
            malformed.Add(path, Wanted(plain, type));
            return;
        }

        // Read without one, a time would be taken as this machine's own.
        unusable.Require(plain != typeof(DateTimeOffset) || HasOffset(element.GetString()!), path, Wanted(plain, type));
        // When a thing was done is put right by the desk where a tablet's clock is wrong; nobody plans for such days.
        if (!path.EndsWith("doneAt", StringComparison.Ordinal))
        {
            var year =
                plain == typeof(DateOnly) ? element.Deserialize<DateOnly>().Year
                : plain == typeof(DateTimeOffset) ? element.GetDateTimeOffset().Year
                : FirstYear;
            unusable.Require(year is >= FirstYear and <= LastYear, path, $"must be a day from {FirstYear} to {LastYear}");
        }
    }

    /// <summary>Whether a null character is anywhere in it, which no text of the record may hold.</summary>
    private static bool HoldsNul(JsonElement element) =>
        element.ValueKind switch
        {
            JsonValueKind.String => element.GetString()!.Contains('\0', StringComparison.Ordinal),
            JsonValueKind.Array => element.EnumerateArray().Any(HoldsNul),
            JsonValueKind.Object => element
                .EnumerateObject()
                .Any(p => p.Name.Contains('\0', StringComparison.Ordinal) || HoldsNul(p.Value)),
            _ => false,
        };

    private static bool HasOffset(string time) =>
        time.IndexOf('T', StringComparison.OrdinalIgnoreCase) is var t and > 0 && time.AsSpan(t).IndexOfAny("Zz+-") > 0;

    private static string Wanted(Type type, JsonTypeInfo info) =>
        type switch
        {
            { IsEnum: true } => $"must be one of {string.Join(", ", Words(type, info))}",
            _ when type == typeof(string) => "must be a text",
            _ when type == typeof(bool) => "must be true or false",
            _ when type == typeof(int) || type == typeof(long) => "must be a whole number",
            _ when type == typeof(Guid) => "must be a UUID",
            _ when type == typeof(DateOnly) => "must be a date such as 2027-03-31",
            _ when type == typeof(TimeOnly) => "must be a time of day such as 08:30:00",
            _ when type == typeof(DateTimeOffset) => "must be a time with its offset, such as 2026-11-25T08:05:00+00:00",
            _ => "is of the wrong type",
        };

    private static IEnumerable<string?> Words(Type type, JsonTypeInfo info) =>
        Enum.GetValues(type).Cast<object>().Select(v => JsonSerializer.SerializeToElement(v, info.Options.GetTypeInfo(type)).GetString());
}
