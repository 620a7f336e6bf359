using System.Text.Json.Serialization.Metadata;
using Microsoft.OpenApi;

namespace NeatBore.Server;

/// <summary>
/// Where a list or a dictionary turns up a second time, the schema exporter points deep into another schema
/// (<c>#/components/schemas/A/properties/b</c>), at times back at itself. This puts the plain schema there instead.
/// </summary>
internal static class PlainReferences
{
    public static void Restore(OpenApiDocument document, IReadOnlyDictionary<string, JsonTypeInfo> types)
    {
        foreach (var (name, schema) in document.Components?.Schemas ?? new Dictionary<string, IOpenApiSchema>())
        {
            if (types.TryGetValue(name, out var type) && schema is OpenApiSchema { Properties: { } properties })
            {
                foreach (var property in type.Properties.Where(p => properties.TryGetValue(p.Name, out var s) && IsDeep(s)))
                {
                    properties[property.Name] = Of(type.Options.GetTypeInfo(property.PropertyType), document);
                }
            }
        }
    }

    private static bool IsDeep(IOpenApiSchema schema) =>
        (schema as OpenApiSchemaReference)?.Reference.ReferenceV3?.Contains("/properties/", StringComparison.Ordinal) == true;

    private static IOpenApiSchema Of(JsonTypeInfo type, OpenApiDocument document) =>
        type.Kind switch
        {
            JsonTypeInfoKind.Enumerable => new OpenApiSchema
            {
                Type = JsonSchemaType.Array,
                Items = Of(type.Options.GetTypeInfo(type.ElementType!), document),
            },
            JsonTypeInfoKind.Dictionary => new OpenApiSchema
            {
                Type = JsonSchemaType.Object,
                AdditionalProperties = Of(type.Options.GetTypeInfo(type.Type.GenericTypeArguments[1]), document),
            },
            _ when type.Type == typeof(string) => new OpenApiSchema { Type = JsonSchemaType.String },
            _ when type.Type == typeof(double) => new OpenApiSchema { Type = JsonSchemaType.Number },
            _ => new OpenApiSchemaReference(Json.SchemaName(type)!, document),
        };
}
