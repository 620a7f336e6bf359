using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using NeatBore.Core.Calculators;

namespace NeatBore.Core;

/// <summary>How all of the core's types are written as JSON, the questions and answers of calculators among them.</summary>
public static class CoreWire
{
    /// <summary>With the calculators that ship.</summary>
    public static JsonSerializerOptions Options { get; } = For(CalculatorBook.Default);

    /// <summary>With these calculators.</summary>
    public static JsonSerializerOptions For(CalculatorBook book) =>
        new(CoreJson.Default.Options)
        {
            TypeInfoResolver = JsonTypeInfoResolver.Combine(book, CoreJson.Default, new DefaultJsonTypeInfoResolver()),
        };
}
